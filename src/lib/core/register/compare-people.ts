import { Draft } from './draft';
import { NameIndex } from './name-index';
import type {
	ListedInterpreter,
	ListedTeacher,
	ListFault,
	Reference,
	RegisterLists,
} from './register-lists';
import type { KnownPerson, PersonFields } from './register-state';

/** Nobody yet. */
const BLANK: PersonFields = {
	title: null,
	givenName: null,
	familyName: null,
	email: null,
	telephone: null,
	pin: null,
	subjects: [],
	room: null,
	building: null,
	link: null,
	languages: [],
	hours: null,
	isTeacher: false,
	isInterpreter: false,
};

/** Teachers and interpreters of the lists, laid over those who are known. */
export class PersonDrafts {
	readonly drafts = new Map<string, Draft<PersonFields>>();
	readonly #byKey = new Map<string, string>();
	readonly #byEmail = new Map<string, string>();
	readonly #byName = new NameIndex<string>();
	readonly #known: ReadonlyMap<string, KnownPerson>;

	constructor(
		known: readonly KnownPerson[],
		private readonly newId: () => string,
		private readonly fault: (fault: ListFault) => void,
	) {
		this.#known = new Map(known.map((person) => [person.id, person]));
		// Who left is found by key and e-mail alone, so that a namesake is somebody new.
		for (const person of known) {
			if (person.key) this.#byKey.set(person.key, person.id);
			if (person.email) this.#byEmail.set(person.email.toLowerCase(), person.id);
			if (!person.left) this.#byName.add(person.id, person);
		}
	}

	read({ teachers, interpreters }: RegisterLists): void {
		for (const teacher of teachers)
			this.#take(teacher, {
				isTeacher: true,
				subjects: teacher.subjects,
				room: teacher.room,
				pin: teacher.pin,
				building: teacher.building,
				link: teacher.link,
			});
		for (const entry of interpreters)
			this.#take(entry, {
				isInterpreter: true,
				languages: entry.languages,
				hours: entry.hours,
			});
	}

	#take(
		listed: ListedTeacher | ListedInterpreter,
		more: { [Name in keyof PersonFields]?: PersonFields[Name] | null },
	): void {
		const { origin, key, email, givenName, familyName } = listed;
		const id = this.#find(listed) ?? this.newId();
		let draft = this.drafts.get(id);
		const isTwice =
			draft !== undefined &&
			(more.isTeacher ? draft.set.isTeacher || draft.known?.isTeacher : false);
		if (draft && isTwice) {
			const sameKey = key !== null && this.#byKey.get(key) === id;
			this.fault({
				origin,
				code: sameKey ? 'doubled-key' : 'doubled-person',
				field: sameKey ? 'key' : 'name',
				text: sameKey ? key : [givenName, familyName].filter(Boolean).join(' '),
				other: draft.origin ? { origin: draft.origin, text: this.nameOf(id) } : undefined,
			});
			return;
		}
		if (!draft) {
			draft = new Draft(id, this.#known.get(id) ?? null, BLANK);
			draft.origin = origin;
			this.drafts.set(id, draft);
		}
		const { title, telephone } = listed;
		draft.say({ title, givenName, familyName, email, telephone, ...more });
		draft.sayKey(key);
		if (key) this.#byKey.set(key, id);
		if (email) this.#byEmail.set(email.toLowerCase(), id);
		if (draft.isNew || draft.isBack) this.#byName.add(id, listed);
	}

	/** By key, by e-mail, or by a name that is the only one of its kind and contradicts neither. */
	#find({ key, email, givenName, familyName }: ListedTeacher | ListedInterpreter): string | null {
		const byKey = key ? this.#byKey.get(key) : undefined;
		if (byKey) return byKey;
		const byEmail = email ? this.#byEmail.get(email.toLowerCase()) : undefined;
		if (byEmail) return byEmail;
		const named = [...new Set(this.#byName.named({ givenName, familyName }))].filter((id) => {
			const known = this.#known.get(id);
			const knownKey = this.drafts.get(id)?.newKey ?? known?.key ?? null;
			const knownEmail = this.drafts.get(id)?.get('email') ?? null;
			const inLists = this.drafts.has(id);
			return !(key && knownKey) && !(inLists && email && knownEmail && email !== knownEmail);
		});
		return named.length === 1 ? named[0]! : null;
	}

	/** The person whom a list means; `several` when it could be more than one, `null` for nobody. */
	resolve({ text, isKey }: Reference): string | 'several' | null {
		const byKey = this.#byKey.get(text);
		if (byKey || isKey) return byKey ?? null;
		const byEmail = this.#byEmail.get(text.toLowerCase());
		if (byEmail) return byEmail;
		const meant = [...new Set(this.#byName.meant(text))];
		return meant.length > 1 ? 'several' : (meant[0] ?? null);
	}

	/** A teacher of whom only the name is known, from a list of who teaches whom. */
	make(
		name: { title: string | null; givenName: string | null; familyName: string },
		origin: ListFault['origin'],
	): string {
		const id = this.newId();
		const draft = new Draft<PersonFields>(id, null, BLANK);
		draft.origin = origin;
		draft.say({ ...name, isTeacher: true });
		this.drafts.set(id, draft);
		this.#byName.add(id, name);
		return id;
	}

	/** Names for lines and faults. */
	nameOf(id: string): string {
		const fields = this.drafts.get(id);
		const known = this.#known.get(id);
		const given = fields ? fields.get('givenName') : known?.givenName;
		const family = fields ? fields.get('familyName') : known?.familyName;
		return [given, family].filter(Boolean).join(' ');
	}
}
