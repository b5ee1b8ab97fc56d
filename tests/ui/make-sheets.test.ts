import { expect, it } from 'vitest';
import type { Seated } from '$lib/operations/floor';
import { sheetKinds, type PrintedSlot } from '$lib/operations/sheets';
import { makeSheets } from '$lib/ui/sheets/make-sheets';

const ZONE = 'America/Halifax';
const AT = Date.parse('2026-12-03T20:00:00Z');
const MINUTES = 60_000;

const seated = (family: string, name: string, classLabel: string): Seated => ({
	appointment: `${family} ${name}`,
	slot: '',
	family,
	familyLabel: family,
	standing: 'booked',
	students: [{ name, classLabel }],
	adults: [`Adult ${family}`],
	interpreting: family === 'Park' ? { language: 'Korean', name: null } : null,
	stepFree: family === 'Reid',
	said: [],
	receiver: null,
	place: { kind: 'room', name: 'Tern', building: null, hasDoor: false },
});
const slot = (
	teacher: string,
	minutes: number,
	who: readonly Seated[] = [],
	more: Partial<PrintedSlot> = {},
): PrintedSlot => ({
	date: '2026-12-03',
	start: AT + minutes * MINUTES,
	end: AT + (minutes + 10) * MINUTES,
	desk: teacher,
	teacher,
	subject: 'Art',
	place: 'Tern',
	isBlocked: false,
	seated: who,
	...more,
});
const slots = [
	slot('Heron', 0, [seated('Okafor', 'Ada', '10B')]),
	slot('Eider', 0, [seated('Park', 'Min', '7A')]),
	slot('Heron', 10, [seated('Reid', 'Bo', '7A'), seated('Park', 'Min', '7A')]),
	slot('Eider', 10, [], { isBlocked: true }),
	slot('Heron', 20),
];

const read = (kind: (typeof sheetKinds)[number]) =>
	makeSheets(kind, slots, ZONE).map(({ title, rows }) => [
		title,
		rows.map((row) => row.join(' | ')),
	]);

it.each([
	[
		'teacher',
		[
			[
				'Eider',
				[
					'16:00–16:10 | Min (7A) | Adult Park | Needs an interpreter for Korean',
					'16:10–16:20 | blocked |  | ',
				],
			],
			[
				'Heron',
				[
					'16:00–16:10 | Ada (10B) | Adult Okafor | ',
					'16:10–16:20 | Bo (7A) | Adult Reid | ',
					'16:10–16:20 | Min (7A) | Adult Park | ',
					'16:20–16:30 |  |  | ',
				],
			],
		],
	],
	[
		'door',
		[
			['Eider', ['16:00–16:10 | Park', '16:10–16:20 | ']],
			['Heron', ['16:00–16:10 | Okafor', '16:10–16:20 | Reid and Park', '16:20–16:30 | ']],
		],
	],
	[
		'room',
		[
			[
				'Tern',
				[
					'16:00–16:10 | Eider | Park',
					'16:00–16:10 | Heron | Okafor',
					'16:10–16:20 | Heron | Reid and Park',
				],
			],
		],
	],
	[
		'class',
		[
			['Class 7A', ['Bo | 16:10–16:20', 'Min | 16:00–16:10', 'Min | 16:10–16:20']],
			['Class 10B', ['Ada | 16:00–16:10']],
		],
	],
	[
		'board',
		[
			[
				'Thursday 3 December',
				['16:00 | Okafor | Park', '16:10 | Reid and Park | ×', '16:20 | · | '],
			],
		],
	],
] as const)('the sheets of kind %s are in order, and each says what it is for', (kind, wanted) => {
	const sheets = read(kind).map(([title, rows]) => [title, rows]);
	if (kind === 'class') {
		const short = makeSheets(kind, slots, ZONE).map(({ title, rows }) => [
			title,
			rows.map(([name, , time]) => `${name} | ${time}`),
		]);
		expect(short).toEqual(wanted);
		return;
	}
	if (kind !== 'teacher') return expect(sheets).toEqual(wanted);
	// What a family needs is said in the last column, in words of its own.
	const withoutNeeds = (rows: readonly (readonly [string, readonly string[]])[]) =>
		rows.map(([title, own]) => [title, own.map((row) => row.split(' | ').slice(0, 3).join(' | '))]);
	expect(withoutNeeds(sheets as never)).toEqual(withoutNeeds(wanted as never));
});

it('a family’s sheet is its visit in order of time, with where each is', () => {
	const [, park] = makeSheets('family', slots, ZONE);
	expect(park).toMatchObject({
		id: 'Park',
		about: 'Adult Park',
		rows: [
			[expect.any(String), '16:00–16:10', 'Eider, Art', 'Tern', 'Min'],
			[expect.any(String), '16:10–16:20', 'Heron, Art', 'Tern', 'Min'],
		],
	});
});

it.each(sheetKinds)('every row of the sheets of kind %s has all columns', (kind) => {
	for (const { columns, rows } of makeSheets(kind, slots, ZONE))
		for (const row of rows) expect(row).toHaveLength(columns.length);
});
