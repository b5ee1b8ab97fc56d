import type { DifferenceLine, FieldChange, LineSubject } from './register-difference';
import type { Origin } from './register-lists';

/** A row of the register as it will be: a known one with what changes, or a new one. */
export class Draft<Fields extends object> {
	/** Fields that lists have said, with their new values. */
	readonly set: Partial<Fields> = {};
	readonly #said = new Set<keyof Fields>();
	/** The list's key, when it is new here. */
	newKey: string | null = null;
	origin: Origin | null = null;

	constructor(
		readonly id: string,
		readonly known: (Fields & { readonly key?: string | null; readonly left?: boolean }) | null,
		/** What a new row has where no list says anything. */
		private readonly blank: Fields,
	) {}

	/** The value as it will be. */
	get<Name extends keyof Fields>(field: Name): Fields[Name] {
		return (this.set[field] ?? this.known?.[field] ?? this.blank[field]) as Fields[Name];
	}

	/**
	 * Takes over what a list says; `null` and `undefined` say nothing. Where lists contradict each other
	 * the first one counts, so that reading them again comes to the same.
	 */
	say(fields: { [Name in keyof Fields]?: Fields[Name] | null }): void {
		for (const [name, value] of Object.entries(fields) as [keyof Fields, Fields[keyof Fields]][]) {
			if (value === null || value === undefined || this.#said.has(name)) continue;
			this.#said.add(name);
			if (!isSame(value, this.get(name))) this.set[name] = value;
		}
	}

	/** Whether a list has said anything of this. */
	hasSaid(field: keyof Fields): boolean {
		return this.#said.has(field);
	}

	/** Gives a row that has no key the one of the list. */
	sayKey(key: string | null): void {
		if (key && this.known?.key !== key) this.newKey = key;
	}

	get isNew(): boolean {
		return this.known === null;
	}

	/** Whether somebody who left is in the lists again. */
	get isBack(): boolean {
		return this.known?.left === true;
	}

	get isChanged(): boolean {
		return Object.keys(this.set).length > 0 || this.newKey !== null;
	}

	/** All fields of a new row. */
	get row(): Fields & { id: string; key: string | null } {
		return { ...this.blank, ...this.set, id: this.id, key: this.newKey };
	}

	/** What a line of the preview tells. */
	get details(): FieldChange[] {
		const changes = Object.entries(this.set).map(([field, value]) => ({
			field,
			before: this.known ? textOf(this.known[field as keyof Fields]) : null,
			after: textOf(value),
		}));
		if (!this.known || !this.newKey) return changes;
		return [...changes, { field: 'key', before: textOf(this.known.key), after: this.newKey }];
	}
}

const isSame = (a: unknown, b: unknown): boolean =>
	Array.isArray(a) && Array.isArray(b)
		? a.length === b.length && a.every((value, index) => value === b[index])
		: a === b;

function textOf(value: unknown): string | null {
	if (value === null || value === undefined || value === '') return null;
	return Array.isArray(value) ? value.join(', ') || null : String(value);
}

/** What drafts change, line by line. */
export function draftLines<Fields extends object>(
	drafts: ReadonlyMap<string, Draft<Fields>>,
	nameOf: (id: string, draft: Draft<Fields>) => string,
	subjectOf: (draft: Draft<Fields>) => LineSubject,
): DifferenceLine[] {
	return [...drafts].flatMap(([id, draft]) => {
		const change = draft.isNew ? 'new' : draft.isBack ? 'back' : draft.isChanged ? 'changed' : null;
		if (!change) return [];
		const { details, origin } = draft;
		return [{ subject: subjectOf(draft), change, name: nameOf(id, draft), details, origin }];
	});
}
