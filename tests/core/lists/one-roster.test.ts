import { describe, expect, it } from 'vitest';
import { isOneRoster, oneRosterFiles } from '$lib/core/register/one-roster';
import { makeOneRoster } from '../../../demo/make-lists';
import { makeSchool } from '../../../demo/make-school';
import { readTexts } from './read-for-test';

/**
 * Column headings of the OneRoster CSV tables, versions 1.1 and 1.2 (1EdTech), written down from
 * memory: the standard was not at hand.
 */
const STANDARD: Record<string, string> = {
	manifest: 'propertyName,value',
	orgs: 'sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId',
	academicSessions:
		'sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear',
	courses:
		'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes',
	classes:
		'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods',
	users:
		'sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password',
	enrollments:
		'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
};
const USERS_1_2 =
	'sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns';
const ROLES_1_2 =
	'sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId';

describe('the files of OneRoster', () => {
	it.each(Object.entries(oneRosterFiles))(
		'%s: what is read stands in the standard',
		(file, columns) => {
			const standard = STANDARD[file]!.split(',');
			for (const column of columns) expect(standard).toContain(column);
		},
	);

	it.each(makeOneRoster(makeSchool()))(
		'$name is written with the columns of the standard',
		({ name, header }) => {
			expect(header.join()).toBe(STANDARD[name]);
		},
	);

	it('are a set with a manifest, and lists of their own without', () => {
		const table = (name: string) => ({ name, header: [], rows: [], faults: [] });
		expect(isOneRoster([table('set/manifest.csv'), table('set/users.csv')])).toBe(true);
		expect(isOneRoster([table('users.csv'), table('classes.csv')])).toBe(false);
	});
});

const line = (header: string, facts: Record<string, string>) =>
	header
		.split(',')
		.map((column) => `"${facts[column] ?? ''}"`)
		.join();
const file = (header: string, ...rows: Record<string, string>[]) =>
	[header, ...rows.map((facts) => line(header, facts))].join('\n');

describe('version 1.2', () => {
	const set = {
		manifest: file(STANDARD.manifest!, { propertyName: 'oneroster.version', value: '1.2' }),
		orgs: file(STANDARD.orgs!, { sourcedId: 'o', name: 'School', type: 'school' }),
		courses: file(STANDARD.courses!, { sourcedId: 'fr', title: 'French' }),
		classes: file(
			STANDARD.classes!,
			{ sourcedId: 'h', title: '8A', courseSourcedId: 'fr', classType: 'homeroom' },
			{ sourcedId: 'k', title: 'French 8A', courseSourcedId: 'fr', classType: 'scheduled' },
			{ sourcedId: 'old', title: 'Gone', courseSourcedId: 'fr', status: 'tobedeleted' },
		),
		users: file(
			USERS_1_2,
			{
				sourcedId: 's',
				givenName: 'Leila',
				familyName: 'Holt',
				grades: '08',
				agentSourcedIds: 'p,q',
			},
			{ sourcedId: 'p', givenName: 'Folake', familyName: 'Ade', email: 'f@p.example' },
			{ sourcedId: 'q', givenName: 'Martin', familyName: 'Holt', sms: '+1 902 555 0100' },
			{ sourcedId: 't', givenName: 'Idalina', preferredGivenName: 'Ida', familyName: 'Wren' },
			{ sourcedId: 'x', givenName: 'Off', familyName: 'Switched', enabledUser: 'false' },
		),
		roles: file(
			ROLES_1_2,
			{ userSourcedId: 's', roleType: 'primary', role: 'student' },
			{ userSourcedId: 'p', roleType: 'primary', role: 'parent' },
			{ userSourcedId: 'q', roleType: 'primary', role: 'guardian' },
			{ userSourcedId: 't', roleType: 'primary', role: 'teacher' },
			{ userSourcedId: 't', roleType: 'secondary', role: 'parent' },
			{ userSourcedId: 'x', roleType: 'primary', role: 'teacher' },
		),
		enrollments: file(
			STANDARD.enrollments!,
			{ classSourcedId: 'h', userSourcedId: 's', role: 'student' },
			{ classSourcedId: 'k', userSourcedId: 's', role: 'student' },
			{ classSourcedId: 'k', userSourcedId: 't', role: 'teacher' },
		),
	};

	it('has its roles in a file of their own; agents become adults', async () => {
		const lists = await readTexts(set);
		expect(lists.faults).toEqual([]);
		expect(lists.teachers).toMatchObject([{ key: 't', givenName: 'Ida', familyName: 'Wren' }]);
		expect(lists.students).toMatchObject([
			{ key: 's', yearGroup: 'Grade 8', homeClass: { text: 'h' } },
		]);
		expect(lists.adults.map(({ key, student }) => `${key} ${student.text}`)).toEqual([
			'p s',
			'q s',
		]);
		expect(lists.teaching).toMatchObject([{ subject: 'French', teacher: { text: 't' } }]);
		expect(lists.enrolments).toMatchObject([{ class: { text: 'k' }, student: { text: 's' } }]);
		expect(lists.classes.map(({ label }) => label)).toEqual(['8A', 'French 8A']);
	});

	it('is not read without its roles', async () => {
		const { roles, ...rest } = set;
		expect(roles).toContain('userSourcedId');
		expect((await readTexts(rest)).faults).toMatchObject([
			{ code: 'file-missing', origin: { file: 'roles.csv' } },
		]);
	});
});
