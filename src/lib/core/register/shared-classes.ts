import { plainLabel } from './class-label';
import type { NamedTable } from './named-table';

/** A cell that may name several classes: `5a/5b`, `7A + 7B`, `5a/b`. */
export interface ClassDoubt {
	/** As it stands in the lists. */
	readonly label: string;
	readonly parts: readonly string[];
	/** Whether these are several classes: what was answered, else what is proposed. */
	readonly apart: boolean;
}

/** The key of an answer about such a cell. */
export const classKey = (label: string): string => `class ${plainLabel(label)}`;

const BETWEEN = /\s*[/+&,;]\s*|\s+(?:and|und|et|y|e)\s+/;
/** What a class with a number looks like; a part without the number has that of the part before: `5a/b`. */
const NUMBERED = /^(\d{1,2}) ?\p{L}{1,2}$/u;
const LETTERS = /^\p{L}{1,2}$/u;
const LONGEST_PART = 12;

/** The classes that a cell may name; just itself where it can be one only. */
export function partsOfLabel(label: string): readonly string[] {
	const written = label.split(BETWEEN).map((part) => part.trim());
	if (written.length < 2 || written.some((part) => !part || part.length > LONGEST_PART))
		return [label];
	let number = '';
	return written.map((part) => {
		number = NUMBERED.exec(part)?.[1] ?? number;
		return LETTERS.test(part) ? number + part : part;
	});
}

/** How cells with several classes are read, and what has to be asked about them. */
export interface SharedClasses {
	readonly doubts: readonly ClassDoubt[];
	/** The classes of a cell, at least one. */
	readonly classesOf: (label: string) => readonly string[];
}

/**
 * Cells that may name several classes. What the register knows is not asked again: a class of just this name
 * is one class, and parts that are all classes there are several. Otherwise several is proposed where the
 * lists have each part as a class of its own, or all of them look like classes.
 */
export function sharedClasses(
	tables: readonly NamedTable[],
	known: readonly string[],
	answers: ReadonlyMap<string, boolean> = new Map(),
): SharedClasses {
	const labels = new Set(tables.flatMap(labelsOf));
	const inRegister = new Set(known.map(plainLabel));
	const inLists = new Set([...labels].map(plainLabel));
	const doubts: ClassDoubt[] = [];
	const apart = new Map<string, readonly string[]>();
	for (const label of labels) {
		const parts = partsOfLabel(label);
		if (parts.length < 2 || inRegister.has(plainLabel(label))) continue;
		const isKnown = parts.every((part) => inRegister.has(plainLabel(part)));
		const isLikely =
			parts.every((part) => inLists.has(plainLabel(part))) ||
			parts.every((part) => NUMBERED.test(part));
		const isApart = isKnown || (answers.get(classKey(label)) ?? isLikely);
		if (!isKnown) doubts.push({ label, parts, apart: isApart });
		if (isApart) apart.set(label, parts);
	}
	return { doubts, classesOf: (label) => apart.get(label) ?? [label] };
}

function labelsOf({ table, columns }: NamedTable): string[] {
	const at = columns.indexOf('class');
	return at < 0
		? []
		: table.rows
				.map(({ cells }) => (cells[at] ?? '').replaceAll(/\s+/g, ' ').trim())
				.filter(Boolean);
}
