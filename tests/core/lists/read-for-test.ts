import { compareLists } from '$lib/core/register/compare-lists';
import { isOneRoster, readOneRoster } from '$lib/core/register/one-roster';
import { missingFields, proposeKind } from '$lib/core/register/propose-columns';
import type { RegisterDifference } from '$lib/core/register/register-difference';
import { readRows } from '$lib/core/register/read-rows';
import type { RegisterLists } from '$lib/core/register/register-lists';
import type { RegisterState } from '$lib/core/register/register-state';
import { readListFile } from '$lib/files/read-list-file';

export const EMPTY: RegisterState = {
	persons: [],
	students: [],
	adults: [],
	families: [],
	classes: [],
	teaching: [],
	enrolments: [],
};

/** Texts as the files of a folder, read as the page reads them. */
export async function readTexts(texts: Readonly<Record<string, string>>): Promise<RegisterLists> {
	const tables = (
		await Promise.all(
			Object.entries(texts).map(([name, text]) =>
				readListFile(`${name}.csv`, new TextEncoder().encode(text)),
			),
		)
	).flat();
	if (isOneRoster(tables)) return readOneRoster(tables);
	for (const table of tables) {
		const { kind, columns } = proposeKind(table);
		if (table.faults.length || missingFields(kind, columns).length)
			throw new Error(`${table.name} cannot be read: ${JSON.stringify(table.faults)}`);
	}
	return readRows(tables.map((table) => ({ table, ...proposeKind(table) })));
}

/** Ids that tell in which order they were made. */
export function counter(prefix: string): () => string {
	let count = 0;
	return () => `${prefix}${++count}`;
}

/** The register as it is after a difference was written. */
export function applied(state: RegisterState, { writes }: RegisterDifference): RegisterState {
	const merged = <Row extends { id: string }>(
		known: readonly Row[],
		rows: { insert: readonly object[]; update: readonly { id: string; set: object }[] },
		more: object,
	): Row[] => [
		...known.map((row) => ({ ...row, ...rows.update.find(({ id }) => id === row.id)?.set })),
		...rows.insert.map((row) => ({ left: false, ...more, ...row }) as unknown as Row),
	];
	const linked = <Link>(
		known: readonly Link[],
		links: { insert: readonly Link[]; remove: readonly Link[] },
	) => {
		const gone = new Set(links.remove.map((link) => JSON.stringify(link)));
		return [...known.filter((link) => !gone.has(JSON.stringify(link))), ...links.insert];
	};
	const familiesOf = (
		id: string,
		before: readonly string[],
		{ insert, remove }: RegisterDifference['writes']['familyAdults'],
	) => [
		...before.filter(
			(family) => !remove.some((link) => link.family === family && link.member === id),
		),
		...insert.filter((link) => link.member === id).map(({ family }) => family),
	];
	return {
		persons: merged(state.persons, writes.persons, {}),
		students: merged(state.students, writes.students, { families: [] }).map((row) => ({
			...row,
			families: familiesOf(row.id, row.families, writes.familyStudents),
		})),
		adults: merged(state.adults, writes.adults, { families: [] }).map((row) => ({
			...row,
			families: familiesOf(row.id, row.families, writes.familyAdults),
		})),
		families: merged(state.families, writes.families, {}),
		classes: [...state.classes, ...writes.classes],
		teaching: linked(state.teaching, writes.teaching),
		enrolments: linked(state.enrolments, writes.enrolments),
	};
}

/** Reads texts into a register. */
export async function readInto(
	state: RegisterState,
	texts: Readonly<Record<string, string>>,
	options: { complete?: boolean; answers?: ReadonlyMap<string, boolean>; prefix?: string } = {},
): Promise<{ state: RegisterState; difference: RegisterDifference }> {
	const { complete = true, answers, prefix = 'n' } = options;
	const difference = compareLists(await readTexts(texts), state, {
		complete,
		newId: counter(prefix),
		...(answers ? { answers } : {}),
	});
	return { difference, state: applied(state, difference) };
}
