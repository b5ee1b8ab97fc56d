import { Draft } from './draft';
import { proposeHouseholds, type HouseholdAdult, type HouseholdDoubt } from './households';
import { NameIndex } from './name-index';
import { plainName, plainTelephone, plainText } from './plain-text';
import type { StudentDrafts } from './compare-students';
import type { FamilyLink } from './register-difference';
import type { ListedAdult, ListFault } from './register-lists';
import type { AdultFields, FamilyFields, KnownAdult, RegisterState } from './register-state';

const BLANK: AdultFields = {
	givenName: null,
	familyName: null,
	email: null,
	telephone: null,
	language: null,
	channel: 'email',
};
const BLANK_FAMILY: FamilyFields = {
	label: null,
	address: null,
	interpreter: null,
	stepFree: false,
};

interface ListedHousehold {
	address: string | null;
	household: string | null;
	interpreter: string | null;
	stepFree: boolean | null;
}

/** Adults of the lists and the households they make, laid over the families that are known. */
export class FamilyDrafts {
	readonly adults = new Map<string, Draft<AdultFields>>();
	readonly families = new Map<string, Draft<FamilyFields>>();
	readonly addedAdults: FamilyLink[] = [];
	readonly addedStudents: FamilyLink[] = [];
	/** Students by adult, as the lists say. */
	readonly studentsOf = new Map<string, Set<string>>();
	/** Doubts about new adults; `a` and `b` are handles that the same lists give again. */
	doubts: readonly (HouseholdDoubt & { readonly ids: readonly [a: string, b: string] })[] = [];

	readonly #facts = new Map<string, ListedHousehold>();
	readonly #byKey = new Map<string, string>();
	readonly #byEmail = new Map<string, string[]>();
	readonly #byName = new NameIndex<string>();
	/** Adults of whom nothing but the telephone is known. */
	readonly #byTelephone = new Map<string, string>();
	readonly #known: ReadonlyMap<string, KnownAdult>;
	/** Families by adult and by student, as they will be. */
	readonly #familiesOf: Map<string, Set<string>>;
	readonly #studentFamilies: Map<string, Set<string>>;
	readonly #withAdults: Set<string>;
	readonly #addresses: ReadonlyMap<string, string | null>;

	constructor(
		private readonly state: RegisterState,
		private readonly students: StudentDrafts,
		private readonly newId: () => string,
		private readonly fault: (fault: ListFault) => void,
	) {
		this.#known = new Map(state.adults.map((adult) => [adult.id, adult]));
		// Also families that left: whoever comes back, comes back to its own.
		this.#familiesOf = new Map(state.adults.map(({ id, families }) => [id, new Set(families)]));
		this.#studentFamilies = new Map(
			state.students.map(({ id, families }) => [id, new Set(families)]),
		);
		this.#withAdults = new Set([...this.#familiesOf.values()].flatMap((ids) => [...ids]));
		this.#addresses = new Map(state.families.map(({ id, address }) => [id, address]));
		for (const adult of state.adults) this.#index(adult.id, adult);
	}

	#index(
		id: string,
		{
			key,
			email,
			telephone,
			...name
		}: Pick<ListedAdult, 'key' | 'email' | 'telephone' | 'givenName' | 'familyName'>,
	): void {
		if (key) this.#byKey.set(key, id);
		if (email) {
			const ids = this.#byEmail.get(email.toLowerCase()) ?? [];
			if (!ids.includes(id)) this.#byEmail.set(email.toLowerCase(), [...ids, id]);
		}
		if (name.familyName) this.#byName.add(id, name);
		else if (telephone && !email) this.#byTelephone.set(plainTelephone(telephone), id);
	}

	read(adults: readonly ListedAdult[], answers: ReadonlyMap<string, boolean>): void {
		for (const listed of adults) this.#take(listed);
		this.#settle(answers);
	}

	#take(listed: ListedAdult): void {
		const { origin, key, email, givenName, familyName, student } = listed;
		const studentId = this.students.resolve(student);
		if (studentId === null || studentId === 'several') {
			const code = studentId === null ? 'unknown-student' : 'several-students';
			this.fault({ origin, code, field: 'student', text: student.text });
			return;
		}
		const id = this.#find(listed, studentId) ?? this.newId();
		let draft = this.adults.get(id);
		if (!draft) {
			draft = new Draft(id, this.#known.get(id) ?? null, BLANK);
			draft.origin = origin;
			this.adults.set(id, draft);
			this.studentsOf.set(id, new Set());
			this.#facts.set(id, { address: null, household: null, interpreter: null, stepFree: null });
		}
		this.#noteDifference(draft, listed);
		const { telephone, language, channel } = listed;
		draft.say({ givenName, familyName, email, telephone, language, channel });
		draft.sayKey(key);
		this.#index(id, listed);
		this.studentsOf.get(id)!.add(studentId);
		const facts = this.#facts.get(id)!;
		facts.address ??= listed.address;
		facts.household ??= listed.household;
		facts.interpreter ??= listed.interpreter;
		facts.stepFree ??= listed.stepFree;
	}

	/** An adult whom two rows give two e-mail addresses or telephone numbers: the first ones count. */
	#noteDifference(draft: Draft<AdultFields>, { origin, email, telephone }: ListedAdult): void {
		const before = draft.origin;
		if (!before || before === origin) return;
		const [otherEmail, otherTelephone] = (['email', 'telephone'] as const).map((field) =>
			draft.hasSaid(field) ? draft.get(field) : null,
		);
		const note = (field: 'email' | 'telephone', text: string, other: string) =>
			this.fault({
				origin,
				code: 'adult-differs' as const,
				field,
				text,
				other: { origin: before, text: other },
			});
		if (email && otherEmail && email.toLowerCase() !== otherEmail.toLowerCase())
			note('email', email, otherEmail);
		if (telephone && otherTelephone && plainTelephone(telephone) !== plainTelephone(otherTelephone))
			note('telephone', telephone, otherTelephone);
	}

	/**
	 * By key; by e-mail, unless the names differ (couples share addresses); by name together with the
	 * student, with a family of the student, with an address or with a telephone.
	 */
	#find(listed: ListedAdult, student: string): string | null {
		const { key, email, telephone, familyName } = listed;
		const byKey = key ? this.#byKey.get(key) : undefined;
		if (byKey) return byKey;
		const free = (id: string) =>
			!(key && (this.adults.get(id)?.newKey ?? this.#known.get(id)?.key));
		const byEmail = (email ? (this.#byEmail.get(email.toLowerCase()) ?? []) : []).filter(free);
		const byBoth = byEmail.filter((id) => !familyName || this.#bears(id, listed));
		if (byBoth.length) return byBoth.find((id) => this.#isNear(id, student)) ?? byBoth[0]!;
		if (!familyName)
			return (!email && telephone && this.#byTelephone.get(plainTelephone(telephone))) || null;
		const named = [...new Set(this.#byName.named(listed))].filter(free);
		// Who belongs to the student already goes before who merely lives at the same place.
		const near = named.find((id) => this.#isNear(id, student));
		if (near) return near;
		const there = named.filter((id) => this.#livesThere(id, listed));
		return there.length === 1 ? there[0]! : null;
	}

	/** Whether the adult has this name, or none yet. */
	#bears(id: string, { givenName, familyName }: ListedAdult): boolean {
		const name = this.nameOf(id);
		return name === '' || plainName(name) === plainName(`${givenName ?? ''} ${familyName ?? ''}`);
	}

	#livesThere(adult: string, { address, telephone }: ListedAdult): boolean {
		const known = this.adults.get(adult)?.get('telephone') ?? this.#known.get(adult)?.telephone;
		if (telephone && known && plainTelephone(known) === plainTelephone(telephone)) return true;
		const homes = [
			this.#facts.get(adult)?.address,
			...[...(this.#familiesOf.get(adult) ?? [])].map((id) => this.#addresses.get(id)),
		];
		return !!address && homes.some((home) => home && plainText(home) === plainText(address));
	}

	#isNear(adult: string, student: string): boolean {
		if (this.studentsOf.get(adult)?.has(student)) return true;
		const families = this.#familiesOf.get(adult);
		return [...(this.#studentFamilies.get(student) ?? [])].some((id) => families?.has(id));
	}

	/** Known adults keep their families; new ones join those of their household, or found one. */
	#settle(answers: ReadonlyMap<string, boolean>): void {
		const known = new Map(this.state.families.map((family) => [family.id, family]));
		const inFamily = (id: string) => (this.#familiesOf.get(id)?.size ?? 0) > 0;
		const idOf = new Map([...this.adults.keys()].map((id) => [this.handleOf(id), id]));
		const people = [...this.adults].map(([id, draft]): HouseholdAdult => ({
			id: this.handleOf(id),
			familyName: draft.get('familyName'),
			email: draft.get('email'),
			telephone: draft.get('telephone'),
			address: this.#facts.get(id)!.address,
			household: this.#facts.get(id)!.household,
			students: this.studentsOf.get(id)!,
		}));
		const { households, doubts } = proposeHouseholds(people, answers);
		this.doubts = doubts
			.map((doubt) => ({ ...doubt, ids: [idOf.get(doubt.a)!, idOf.get(doubt.b)!] as const }))
			.filter(({ ids }) => !ids.every(inFamily));

		for (const members of households.map((handles) => handles.map((each) => idOf.get(each)!))) {
			const homes = members.flatMap((id) => [...(this.#familiesOf.get(id) ?? [])]);
			const shared = this.#familyWithoutAdults(members);
			const home = homes[0] ?? shared ?? this.newId();
			for (const adult of members) {
				if (!inFamily(adult)) {
					this.addedAdults.push({ family: home, member: adult });
					this.#familiesOf.set(adult, new Set([home]));
					this.#withAdults.add(home);
				}
				const own = this.#familiesOf.get(adult)!;
				for (const student of this.studentsOf.get(adult)!) {
					const families = this.#studentFamilies.get(student) ?? new Set();
					this.#studentFamilies.set(student, families);
					if ([...own].some((id) => families.has(id))) continue;
					const family = [...own][0]!;
					families.add(family);
					this.addedStudents.push({ family, member: student });
				}
			}
			for (const family of new Set(members.flatMap((id) => [...this.#familiesOf.get(id)!])))
				this.#describe(family, members, known.get(family) ?? null);
		}
	}

	/** A student that came without adults was given a family of its own: its first adults join it. */
	#familyWithoutAdults(members: readonly string[]): string | undefined {
		return members
			.flatMap((id) => [...this.studentsOf.get(id)!])
			.flatMap((id) => [...(this.#studentFamilies.get(id) ?? [])])
			.find((family) => !this.#withAdults.has(family));
	}

	#describe(family: string, members: readonly string[], known: FamilyFields | null): void {
		const draft = this.#draftOf(family, known);
		const mine = members.filter((id) => this.#familiesOf.get(id)!.has(family));
		draft.origin ??= this.adults.get(mine[0]!)!.origin;
		for (const id of mine) {
			const { address, interpreter, stepFree } = this.#facts.get(id)!;
			draft.say({ address, interpreter, stepFree });
		}
		if (known === null) {
			const students = new Set(mine.flatMap((id) => [...this.studentsOf.get(id)!]));
			draft.say({ label: this.#label([...students]) });
		}
	}

	#draftOf(family: string, known: FamilyFields | null): Draft<FamilyFields> {
		const draft = this.families.get(family) ?? new Draft<FamilyFields>(family, known, BLANK_FAMILY);
		this.families.set(family, draft);
		return draft;
	}

	/**
	 * Students of whom no list names an adult: one who comes back brings the family back, one who is new
	 * gets a family with a nameless adult.
	 */
	readLonely(students: Iterable<string>): void {
		const known = new Map(this.state.families.map((family) => [family.id, family]));
		const isHere = (id: string) => this.families.has(id) || known.get(id)?.left === false;
		for (const student of students) {
			const families = [...(this.#studentFamilies.get(student) ?? [])];
			if (families.some(isHere)) continue;
			if (families[0]) {
				this.#bringBack(families[0], known.get(families[0])!, student);
				continue;
			}
			const [family, adult] = [this.newId(), this.newId()];
			const draft = this.#draftOf(family, null);
			draft.origin = this.students.drafts.get(student)?.origin ?? null;
			draft.say({ label: this.#label([student]) });
			this.adults.set(adult, new Draft<AdultFields>(adult, null, BLANK));
			this.addedAdults.push({ family, member: adult });
			this.addedStudents.push({ family, member: student });
			this.#studentFamilies.set(student, new Set([family]));
			this.#familiesOf.set(adult, new Set([family]));
		}
	}

	#bringBack(family: string, known: FamilyFields, student: string): void {
		const origin = this.students.drafts.get(student)?.origin ?? null;
		this.#draftOf(family, known).origin ??= origin;
		for (const adult of this.state.adults) {
			if (!adult.left || !adult.families.includes(family) || this.adults.has(adult.id)) continue;
			const draft = new Draft<AdultFields>(adult.id, adult, BLANK);
			draft.origin = origin;
			this.adults.set(adult.id, draft);
		}
	}

	#label(students: readonly string[]): string {
		const names = students.map((id) => this.students.familyNameOf(id)).filter(Boolean);
		return [...new Set(names)].join(' / ');
	}

	/** Names an adult in the same way each time the same lists are read; a new one has no id yet. */
	handleOf(id: string): string {
		const { isNew, origin } = this.adults.get(id)!;
		return isNew ? `${origin?.file}:${origin?.row}:${plainName(this.nameOf(id))}` : id;
	}

	nameOf(id: string): string {
		const draft = this.adults.get(id);
		const known = this.#known.get(id);
		const given = draft ? draft.get('givenName') : known?.givenName;
		const family = draft ? draft.get('familyName') : known?.familyName;
		return [given, family].filter(Boolean).join(' ');
	}
}
