import type { ListField, ListKind } from '../list-kinds';
import type { What, Who } from './heading-words';
import type { Meaning } from './understand-heading';

/** Which of a student's two adults a column is about. */
export type Slot = 1 | 2;

/** Two things that one column says together. */
const TOGETHER: Record<string, What | 'familyFirst'> = {
	'familyName givenName': 'familyFirst',
	'name givenName': 'familyFirst',
	'givenName familyName': 'name',
	'givenName name': 'name',
	'name familyName': 'name',
	'familyName name': 'familyFirst',
	'class year': 'class',
	'year class': 'class',
	'class course': 'class',
	'course class': 'class',
	'subject course': 'subject',
	'postcode town': 'town',
	'address postcode town': 'address',
	'address town': 'address',
	'address postcode': 'address',
	'language interpreting': 'interpreting',
	'interpreting language': 'interpreting',
	'subject language': 'subject',
};

/** The one thing that is said; '' for nothing but whose it is, `null` for several that do not go together. */
function oneOf(what: readonly What[]): What | 'familyFirst' | '' | null {
	if (what.includes('other')) return null;
	return what.length <= 1 ? (what[0] ?? '') : (TOGETHER[what.join(' ')] ?? null);
}

type Said = NonNullable<ReturnType<typeof oneOf>>;
type Fields = Partial<Record<Said, ListField>>;

const NAMES = {
	name: 'name',
	familyFirst: 'familyFirst',
	givenName: 'givenName',
	familyName: 'familyName',
	key: 'key',
	counter: 'key',
} satisfies Fields;
const REACH = { email: 'email', telephone: 'telephone' } satisfies Fields;
const HOME = {
	address: 'address',
	postcode: 'postcode',
	town: 'town',
	language: 'language',
	household: 'household',
	interpreting: 'interpreter',
	stepFree: 'stepFree',
	channel: 'channel',
} satisfies Fields;

const OF_ADULT: Record<Slot, Fields> = {
	1: {
		'': 'adultName',
		name: 'adultName',
		familyFirst: 'adultName',
		email: 'adultEmail',
		givenName: 'adultGivenName',
		familyName: 'adultFamilyName',
		telephone: 'adultTelephone',
		...HOME,
	},
	2: {
		'': 'adult2Name',
		name: 'adult2Name',
		familyFirst: 'adult2Name',
		email: 'adult2Email',
		givenName: 'adult2GivenName',
		familyName: 'adult2FamilyName',
		telephone: 'adult2Telephone',
		address: 'adult2Address',
		postcode: 'adult2Postcode',
		town: 'adult2Town',
	},
};

const isOf = (who: readonly Who[], ...any: Who[]): boolean => who.some((one) => any.includes(one));
const OF_STUDENT: Fields = { ...NAMES, year: 'yearGroup', class: 'class' };

/** What a heading's meaning is in a list of this kind; `null` for what such a list does not say. */
export function fieldOfMeaning(
	{ who, what }: Meaning,
	kind: ListKind,
	slot: Slot,
): ListField | null {
	const said = oneOf(what);
	return said === null ? null : (fieldsOf(kind, who, slot)[said] ?? null);
}

function fieldsOf(kind: ListKind, who: readonly Who[], slot: Slot): Fields {
	const isAdult = isOf(who, 'adult', 'mother', 'father');
	const isNobody = who.length === 0;
	switch (kind) {
		case 'teachers':
			return isNobody || isOf(who, 'teacher') ? OF_TEACHER : {};
		case 'students':
			if (isOf(who, 'teacher')) return {};
			if (isOf(who, 'interpreter')) return NEEDED;
			if (isAdult) return OF_ADULT[slot];
			if (isNobody) return slot === 1 ? { ...HOME, ...CONTACT, ...OF_STUDENT } : OF_ADULT[2];
			return isOf(who, 'student') ? { ...OF_STUDENT, '': 'name' } : {};
		case 'adults':
			if (isOf(who, 'student') && !isAdult) return AS_STUDENT;
			if (isOf(who, 'teacher')) return {};
			if (isOf(who, 'interpreter')) return NEEDED;
			return slot === 2 ? OF_ADULT[2] : OF_ADULT_ALONE;
		case 'teaching':
			if (isOf(who, 'teacher')) return AS_TEACHER;
			return isNobody
				? { class: 'class', course: 'class', subject: 'subject', name: 'teacher' }
				: {};
		case 'enrolments':
			if (isOf(who, 'student')) return { ...AS_STUDENT, class: 'student' };
			return isNobody
				? {
						class: 'class',
						course: 'class',
						name: 'student',
						familyFirst: 'student',
						key: 'student',
					}
				: {};
		case 'interpreters':
			return isNobody || isOf(who, 'interpreter') ? OF_INTERPRETER : {};
	}
}

const CONTACT: Fields = { email: 'adultEmail', telephone: 'adultTelephone' };
const OF_ADULT_ALONE: Fields = { ...NAMES, ...REACH, ...HOME, '': 'name', class: 'class' };
const NEEDED: Fields = { '': 'interpreter', language: 'interpreter' };
const AS_STUDENT: Fields = {
	'': 'student',
	name: 'student',
	key: 'student',
	counter: 'student',
	familyFirst: 'student',
	givenName: 'studentGivenName',
	familyName: 'studentFamilyName',
	class: 'class',
};
const AS_TEACHER: Fields = {
	'': 'teacher',
	name: 'teacher',
	key: 'teacher',
	familyName: 'teacher',
	email: 'teacher',
	familyFirst: 'teacher',
	class: 'teacher',
};
const OF_TEACHER: Fields = {
	...NAMES,
	...REACH,
	'': 'name',
	title: 'title',
	subject: 'subjects',
	room: 'room',
	building: 'building',
	link: 'link',
	pin: 'pin',
};
const OF_INTERPRETER: Fields = {
	...NAMES,
	...REACH,
	'': 'name',
	title: 'title',
	language: 'languages',
	hours: 'hours',
};
