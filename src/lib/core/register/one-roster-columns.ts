/**
 * The columns of the OneRoster CSV files, version 1.1 (1EdTech; from memory), that a register can
 * fill, in the order of the standard.
 */
export const oneRosterColumns = {
	manifest: ['propertyName', 'value'],
	orgs: [
		...(['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier'] as const),
		'parentSourcedId',
	],
	academicSessions: [
		...(['sourcedId', 'status', 'dateLastModified', 'title', 'type', 'startDate'] as const),
		...(['endDate', 'parentSourcedId', 'schoolYear'] as const),
	],
	courses: [
		...(['sourcedId', 'status', 'dateLastModified', 'schoolYearSourcedId', 'title'] as const),
		...(['courseCode', 'grades', 'orgSourcedId', 'subjects', 'subjectCodes'] as const),
	],
	classes: [
		...(['sourcedId', 'status', 'dateLastModified', 'title', 'grades'] as const),
		...(['courseSourcedId', 'classCode', 'classType', 'location', 'schoolSourcedId'] as const),
		...(['termSourcedIds', 'subjects', 'subjectCodes', 'periods'] as const),
	],
	users: [
		...(['sourcedId', 'status', 'dateLastModified', 'enabledUser', 'orgSourcedIds'] as const),
		...(['role', 'username', 'userIds', 'givenName', 'familyName', 'middleName'] as const),
		...(['identifier', 'email', 'sms', 'phone', 'agentSourcedIds', 'grades'] as const),
		'password',
	],
	enrollments: [
		...(['sourcedId', 'status', 'dateLastModified', 'classSourcedId'] as const),
		...(['schoolSourcedId', 'userSourcedId', 'role', 'primary', 'beginDate', 'endDate'] as const),
	],
} as const;

type FileName = keyof typeof oneRosterColumns;
type Facts<Name extends FileName> = Partial<
	Record<(typeof oneRosterColumns)[Name][number], string>
>;

/** One file of a OneRoster set; what a row does not say is empty. */
export function oneRosterTable<Name extends FileName>(
	name: Name,
	rows: readonly Facts<Name>[],
): { name: string; header: string[]; rows: string[][] } {
	const columns: readonly string[] = oneRosterColumns[name];
	return {
		name,
		header: [...columns],
		rows: rows.map((facts: Readonly<Record<string, string | undefined>>) =>
			columns.map((column) => facts[column] ?? ''),
		),
	};
}

/** The manifest of a whole set of these files. */
export const oneRosterManifest = () =>
	oneRosterTable('manifest', [
		{ propertyName: 'manifest.version', value: '1.0' },
		{ propertyName: 'oneroster.version', value: '1.1' },
		...Object.keys(oneRosterColumns)
			.filter((name) => name !== 'manifest')
			.map((name) => ({ propertyName: `file.${name}`, value: 'bulk' })),
	]);
