/** What a row of a list is about. */
export type ListKind =
	'teachers' | 'students' | 'adults' | 'teaching' | 'enrolments' | 'interpreters';

/** What a column can mean. */
export type ListField =
	| 'key'
	| 'title'
	| 'name'
	| 'givenName'
	| 'familyName'
	/** A whole name that begins with the family name. */
	| 'familyFirst'
	| 'email'
	| 'telephone'
	| 'subjects'
	| 'room'
	| 'building'
	| 'link'
	| 'pin'
	| 'yearGroup'
	| 'class'
	| 'student'
	| 'studentGivenName'
	| 'studentFamilyName'
	| 'teacher'
	| 'subject'
	| 'language'
	| 'languages'
	| 'channel'
	| 'address'
	| 'postcode'
	| 'town'
	| 'household'
	| 'interpreter'
	| 'stepFree'
	| 'hours'
	| 'adultName'
	| 'adultGivenName'
	| 'adultFamilyName'
	| 'adultEmail'
	| 'adultTelephone'
	| 'adult2Name'
	| 'adult2GivenName'
	| 'adult2FamilyName'
	| 'adult2Email'
	| 'adult2Telephone'
	| 'adult2Address'
	| 'adult2Postcode'
	| 'adult2Town';

interface KindRules {
	readonly fields: readonly ListField[];
	/** Each group must be met by at least one of its fields. */
	readonly needs: readonly (readonly ListField[])[];
}

const NAME = ['name', 'familyFirst', 'givenName', 'familyName'] as const;
const HOME = [
	...(['language', 'address', 'postcode', 'town', 'household'] as const),
	...(['interpreter', 'stepFree'] as const),
] as const;
const SECOND_ADULT = [
	...(['adult2Name', 'adult2GivenName', 'adult2FamilyName', 'adult2Email'] as const),
	...(['adult2Telephone', 'adult2Address', 'adult2Postcode', 'adult2Town'] as const),
] as const;

/** A whole name, or both of its parts: a family name alone would make one person of several. */
const WHOLE_NAME: readonly (readonly ListField[])[] = [
	['familyName', 'name', 'familyFirst'],
	['givenName', 'name', 'familyFirst'],
];

/** The order in which kinds are offered is the order in which they are read. */
export const listKinds: Record<ListKind, KindRules> = {
	teachers: {
		fields: [
			...NAME,
			...(['title', 'email', 'telephone', 'pin'] as const),
			...(['subjects', 'room', 'building', 'link', 'key'] as const),
		],
		needs: WHOLE_NAME,
	},
	students: {
		fields: [
			...NAME,
			...(['yearGroup', 'class', 'key'] as const),
			...(['adultName', 'adultGivenName', 'adultFamilyName'] as const),
			...(['adultEmail', 'adultTelephone'] as const),
			...SECOND_ADULT,
			...HOME,
		],
		needs: [...WHOLE_NAME, ['class', 'yearGroup']],
	},
	adults: {
		fields: [
			...(['student', 'studentGivenName', 'studentFamilyName', 'class'] as const),
			...NAME,
			...(['email', 'telephone', 'channel', 'key'] as const),
			...SECOND_ADULT,
			...HOME,
		],
		needs: [
			['student', 'studentFamilyName'],
			['student', 'studentGivenName'],
			...WHOLE_NAME.map((group) => [...group, 'email' as const]),
		],
	},
	teaching: { fields: ['class', 'subject', 'teacher'], needs: [['class'], ['teacher']] },
	enrolments: { fields: ['class', 'student'], needs: [['class'], ['student']] },
	interpreters: {
		fields: [...NAME, 'title', 'languages', 'hours', 'email', 'telephone', 'key'],
		needs: [...WHOLE_NAME, ['languages']],
	},
};

/** The kinds in the order in which they are read: whoever is referred to comes first. */
export const kindsInOrder = Object.keys(listKinds) as ListKind[];
