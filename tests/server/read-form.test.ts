import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { familyChange, familySplit, meetingExcept } from '$lib/operations/register';
import { familiesKeepApart } from '$lib/operations/safety';
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
		expect(readForm<unknown>(form(fields), schema, given)).toEqual({ ok: true, fields: wanted });
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
});
