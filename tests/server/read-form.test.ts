import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { familyChange, familySplit, meetingExcept, personChange } from '$lib/operations/register';
import { familiesKeepApart } from '$lib/operations/safety';
import { m } from '$lib/paraglide/messages';
import { severalTexts } from '$lib/operations/typed-text';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { newId } from '$lib/server/foundation/identifiers';

const ID = newId({ now: () => 0 });
const form = (fields: readonly (readonly [string, string])[]): FormData => {
	const data = new FormData();
	for (const [name, value] of fields) data.append(name, value);
	return data;
};

describe('a form is read by the schema of what it is for', () => {
	it.each([
		[
			'a box that is ticked, a number, a line with spaces around it',
			familyChange.input,
			[
				['version', '3'],
				['label', ' Okafor '],
				['address', ''],
				['interpreter', ''],
				['stepFree', 'on'],
			],
			{ id: ID, version: 3, label: 'Okafor', address: '', interpreter: '', stepFree: true },
		],
		[
			'a box that is not ticked',
			familyChange.input,
			[
				['version', '3'],
				['label', 'Okafor'],
				['address', ''],
				['interpreter', ''],
			],
			{ id: ID, version: 3, label: 'Okafor', address: '', interpreter: '', stepFree: false },
		],
		[
			'lists of which much, one or nothing is ticked',
			familySplit.input,
			[
				['family', ID],
				['adults[]', ID],
				['students[]', ID],
				['students[]', ID],
			],
			{ family: ID, adults: [ID], students: [ID, ID], inBoth: [] },
		],
		[
			'what was left empty and may be nothing',
			familiesKeepApart.input,
			[
				['family', ID],
				['other', ID],
				['margin', ''],
			],
			{ family: ID, other: ID, margin: null },
		],
		[
			'a choice of nothing',
			meetingExcept.input,
			[
				['student', ID],
				['person', ID],
				['exception', ''],
			],
			{ student: ID, person: ID, exception: null },
		],
	] as const)('%s', (_, schema, fields, wanted) => {
		const given = 'version' in wanted ? { id: ID } : {};
		const read = readForm<unknown>(form(fields), schema, given);
		expect(read).toMatchObject({ ok: true });
		expect(read.ok && read.fields).toEqual(wanted);
	});

	it.each([
		['the sentence of what is missing', familyChange.input, [['version', '3']], /name/i],
		[
			'the words of a page',
			z.object({ code: z.string({ error: 'Type the code.' }) }),
			[],
			/^Type the code\.$/,
		],
		['no number', z.object({ count: z.number({ error: 'How many?' }) }), [['count', '']], /many/],
	] as const)('%s is what is told', (_, schema, fields, sentence) => {
		const known = { id: ID, label: '', address: '', interpreter: '' };
		const read = readForm<unknown>(form(fields), schema, known);
		expect(read).toMatchObject({ ok: false, problem: expect.stringMatching(sentence) });
	});

	it('says beside each field what is wrong with it, and hands back all but passwords', () => {
		const typed = { email: 'nowhere', hours: 'x'.repeat(301), subjects: 'Maths; Art' };
		const read = readForm<unknown>(
			form([...Object.entries({ ...typed, password: 'secret', newPassword: 'secret' })]),
			personChange.input,
			{ id: ID, version: 1, givenName: '', title: '', telephone: '', pin: '', room: '' },
		);
		if (read.ok) throw new Error('was read');
		expect(Object.keys(read.faults).sort()).toEqual([
			'building',
			'email',
			'familyName',
			'hours',
			'link',
		]);
		expect(read.faults.email).toEqual([m.email_wrong()]);
		expect(read.typed).toEqual(typed);
	});

	it.each([
		['Maths; Art ;; ', ['Maths', 'Art']],
		['', []],
		[`${'x'.repeat(121)}; Art`, null],
		[Array.from({ length: 41 }, (_, index) => `s${index}`).join(';'), null],
	])('what is several, in one line: %s', (typed, wanted) => {
		const schema = z.object({ subjects: severalTexts(120).check(z.maxLength(40)) });
		const read = readForm(form([['subjects', typed]]), schema);
		expect(read.ok ? read.fields.subjects : null).toEqual(wanted);
	});
});
