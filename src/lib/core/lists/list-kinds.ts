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
	| 'teacher'
	| 'subject'
	| 'language'
	| 'languages'
	| 'channel'
	| 'address'
	| 'household'
	| 'interpreter'
	| 'stepFree'
	| 'hours'
	| 'adultName'
	| 'adultEmail'
	| 'adultTelephone'
	| 'adult2Name'
	| 'adult2Email'
	| 'adult2Telephone';

interface KindRules {
	readonly fields: readonly ListField[];
	/** Each group must be met by at least one of its fields. */
	readonly needs: readonly (readonly ListField[])[];
}

/** The order in which kinds are offered is the order in which they are read. */
export const listKinds: Record<ListKind, KindRules> = {
	teachers: {
		fields: [
			...(['name', 'givenName', 'familyName', 'title', 'email', 'telephone', 'pin'] as const),
			...(['subjects', 'room', 'building', 'link', 'key'] as const),
		],
		needs: [['name', 'familyName']],
	},
	students: {
		fields: [
			...(['name', 'givenName', 'familyName', 'yearGroup', 'class', 'key'] as const),
			...(['adultName', 'adultEmail', 'adultTelephone'] as const),
			...(['adult2Name', 'adult2Email', 'adult2Telephone'] as const),
			...(['language', 'address', 'household', 'interpreter', 'stepFree'] as const),
		],
		needs: [
			['name', 'familyName'],
			['class', 'yearGroup'],
		],
	},
	adults: {
		fields: [
			...(['student', 'class', 'name', 'givenName', 'familyName', 'email', 'telephone'] as const),
			...([
				'language',
				'channel',
				'address',
				'household',
				'interpreter',
				'stepFree',
				'key',
			] as const),
		],
		needs: [['student'], ['name', 'familyName', 'email']],
	},
	teaching: { fields: ['class', 'subject', 'teacher'], needs: [['class'], ['teacher']] },
	enrolments: { fields: ['class', 'student'], needs: [['class'], ['student']] },
	interpreters: {
		fields: [
			'name',
			'givenName',
			'familyName',
			'title',
			'languages',
			'hours',
			'email',
			'telephone',
			'key',
		],
		needs: [['name', 'familyName'], ['languages']],
	},
};

/** The kinds in the order in which they are read: whoever is referred to comes first. */
export const kindsInOrder = Object.keys(listKinds) as ListKind[];
