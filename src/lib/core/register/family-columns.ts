/** Columns of a list of families as a file, in their order. */
export const familyColumns = [
	'family',
	'students',
	'classes',
	'adults',
	'emails',
	'telephones',
	'booked',
	'missing',
	'start',
	'end',
	'interpreter',
	'step-free',
] as const;
export type FamilyColumn = (typeof familyColumns)[number];
