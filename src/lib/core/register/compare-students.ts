import { Draft } from './draft';
import { NameIndex } from './name-index';
import { plainLabel, yearOfClass } from './class-label';
import { plainName, plainText } from './plain-text';
import type { ListedClass, ListedStudent, ListFault, Origin, Reference } from './register-lists';
import type { KnownClass, KnownStudent, StudentFields } from './register-state';

/** Classes of the lists, laid over those of the school year that runs. */
export class ClassDrafts {
	readonly added: KnownClass[] = [];
	readonly #byKey = new Map<string, string>();
	readonly #byLabel = new Map<string, string>();
	readonly #labels = new Map<string, string>();

	constructor(
		known: readonly KnownClass[],
		private readonly newId: () => string,
	) {
		for (const entry of known) this.#keep(entry);
	}

	#keep({ id, key, label }: KnownClass): void {
		if (key) this.#byKey.set(key, id);
		this.#byLabel.set(plainLabel(label), id);
		this.#labels.set(id, label);
	}

	read(classes: readonly ListedClass[]): void {
		for (const { key, label } of classes) {
			const known = key ? this.#byKey.get(key) : this.#byLabel.get(plainLabel(label));
			if (known) continue;
			// A class that was first read without a key is the same class when its label is.
			const byLabel = key ? this.#byLabel.get(plainLabel(label)) : undefined;
			if (byLabel && key && ![...this.#byKey.values()].includes(byLabel)) {
				this.#byKey.set(key, byLabel);
				continue;
			}
			const added = { id: this.newId(), key, label };
			this.added.push(added);
			this.#keep(added);
		}
	}

	resolve({ text, isKey }: Reference): string | null {
		return (isKey ? this.#byKey.get(text) : this.#byLabel.get(plainLabel(text))) ?? null;
	}

	labelOf(id: string): string {
		return this.#labels.get(id) ?? '';
	}
}

const BLANK: StudentFields = { givenName: null, familyName: null, yearGroup: '' };

/** Students of the lists, laid over those who are known. */
export class StudentDrafts {
	readonly drafts = new Map<string, Draft<StudentFields>>();
	/** Home classes that the lists name, by student. */
	readonly homes = new Map<string, string>();
	/** How many rows say the same student as a row before them, as lists with one row for each adult do. */
	joined = 0;
	/** The first row of each student that is listed. */
	readonly #listed = new Map<string, ListedStudent>();
	readonly #refused = new Set<string>();
	readonly #byKey = new Map<string, string>();
	readonly #byName = new NameIndex<string>();
	readonly #known: ReadonlyMap<string, KnownStudent>;
	/** The home class by student, as it is and as lists say. */
	readonly #classes: Map<string, string>;

	constructor(
		known: readonly KnownStudent[],
		homeClasses: ReadonlyMap<string, string>,
		private readonly classes: ClassDrafts,
		private readonly newId: () => string,
		private readonly fault: (fault: ListFault) => void,
	) {
		this.#known = new Map(known.map((student) => [student.id, student]));
		this.#classes = new Map(homeClasses);
		for (const student of known) {
			if (student.key) this.#byKey.set(student.key, student.id);
			if (!student.left) this.#byName.add(student.id, student);
		}
	}

	read(students: readonly ListedStudent[]): void {
		const namesakes = new NameIndex<ListedStudent>();
		for (const student of students) namesakes.add(student, student);
		for (const listed of students) this.#take(listed, namesakes);
	}

	#take(listed: ListedStudent, namesakes: NameIndex<ListedStudent>): void {
		const { origin, key, givenName, familyName } = listed;
		const home = listed.homeClass && this.classes.resolve(listed.homeClass);
		const known = key ? this.#byKey.get(key) : undefined;
		const isListed = known !== undefined && this.drafts.has(known);
		if (key && known && isListed && !isSameName(this.nameOf(known), fullNameOf(listed))) {
			const first = this.#listed.get(known)!;
			this.#refuse(
				listed,
				first,
				{ code: 'doubled-key', field: 'key', text: key },
				fullNameOf(first),
			);
			return;
		}
		const id = known ?? this.#namesake(listed, home, namesakes) ?? this.newId();
		const before = this.#listed.get(id);
		const differs = before && differenceOf(before, listed);
		if (differs) {
			const { field, text, other } = differs;
			this.#refuse(listed, before, { code: 'rows-differ', field, text }, other);
			return;
		}
		if (before) this.joined++;
		else this.#listed.set(id, listed);
		let draft = this.drafts.get(id);
		if (!draft) {
			draft = new Draft(id, this.#known.get(id) ?? null, BLANK);
			draft.origin = origin;
			this.drafts.set(id, draft);
		}
		const yearGroup = listed.yearGroup ?? (home ? this.#yearFor(id, home, draft) : null);
		draft.say({ givenName, familyName, yearGroup });
		draft.sayKey(key);
		if (key) this.#byKey.set(key, id);
		if (draft.isNew || draft.isBack) this.#byName.add(id, listed);
		if (home) {
			this.homes.set(id, home);
			this.#classes.set(id, home);
		}
	}

	#yearFor(id: string, home: string, draft: Draft<StudentFields>): string {
		const was = this.#classes.get(id);
		return yearOfClass(this.classes.labelOf(home), {
			yearGroup: draft.get('yearGroup'),
			label: was ? this.classes.labelOf(was) : (this.#known.get(id)?.lastClass ?? null),
		});
	}

	/** Leaves the row out, and all that it says of others. */
	#refuse(
		{ origin }: ListedStudent,
		first: ListedStudent,
		fault: Pick<ListFault, 'code' | 'field' | 'text'>,
		text: string,
	): void {
		this.#refused.add(placeOf(origin));
		this.fault({ origin, ...fault, other: { origin: first.origin, text } });
	}

	/** Whether this row's student was left out: its adults are then nobody's. */
	isRefused(origin: Origin): boolean {
		return this.#refused.has(placeOf(origin));
	}

	/**
	 * Without a key: who has this name in this class; or the only one of this name, if the list has it
	 * only once as well (so that a new class does not double anybody).
	 */
	#namesake(
		{ key, givenName, familyName, homeClass }: ListedStudent,
		home: string | null,
		namesakes: NameIndex<ListedStudent>,
	): string | null {
		const named = [...new Set(this.#byName.named({ givenName, familyName }))].filter(
			(id) => !key || !(this.drafts.get(id)?.newKey ?? this.#known.get(id)?.key),
		);
		const here = named.filter((id) => home !== null && this.#classes.get(id) === home);
		if (here.length === 1) return here[0]!;
		const classesInList = new Set(
			namesakes
				.named({ givenName, familyName })
				.map(({ homeClass }) => (homeClass ? plainLabel(homeClass.text) : '')),
		);
		const alone = classesInList.size === 1 || homeClass === null;
		return named.length === 1 && alone ? named[0]! : null;
	}

	resolve({ text, isKey, class: label }: Reference): string | 'several' | null {
		const byKey = this.#byKey.get(text);
		if (byKey || isKey) return byKey ?? null;
		const meant = [...new Set(this.#byName.meant(text))];
		const inClass =
			label && meant.length > 1
				? meant.filter((id) => {
						const home = this.#classes.get(id);
						return (
							home !== undefined && plainLabel(this.classes.labelOf(home)) === plainLabel(label)
						);
					})
				: meant;
		return inClass.length > 1 ? 'several' : (inClass[0] ?? null);
	}

	nameOf(id: string): string {
		const draft = this.drafts.get(id);
		const known = this.#known.get(id);
		return fullNameOf({
			givenName: (draft ? draft.get('givenName') : known?.givenName) ?? null,
			familyName: (draft ? draft.get('familyName') : known?.familyName) ?? null,
		});
	}

	familyNameOf(id: string): string {
		const draft = this.drafts.get(id);
		return (draft ? draft.get('familyName') : this.#known.get(id)?.familyName) ?? '';
	}
}

const fullNameOf = (name: { givenName: string | null; familyName: string | null }): string =>
	[name.givenName, name.familyName].filter(Boolean).join(' ');

const placeOf = ({ file, row }: Origin): string => `${row} ${file}`;
const isSameName = (a: string, b: string): boolean => plainName(a) === plainName(b);

/** What two rows of one student say differently; `null` if they say the same of it. */
function differenceOf(
	first: ListedStudent,
	second: ListedStudent,
): { field: 'yearGroup' | 'class'; text: string; other: string } | null {
	const [year, otherYear] = [second.yearGroup, first.yearGroup];
	if (year && otherYear && plainText(year) !== plainText(otherYear))
		return { field: 'yearGroup', text: year, other: otherYear };
	const [label, otherLabel] = [second.homeClass?.text, first.homeClass?.text];
	if (label && otherLabel && plainLabel(label) !== plainLabel(otherLabel))
		return { field: 'class', text: label, other: otherLabel };
	return null;
}
