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

/** Some columns of the sheets of a kind, each row as one text. */
const read = (kind: (typeof sheetKinds)[number], columns: readonly number[]) =>
	makeSheets(kind, slots, ZONE).map(({ title, rows }) => [
		title,
		rows.map((row) => columns.map((column) => row[column]).join(' | ')),
	]);

it.each([
	[
		'teacher',
		[0, 1, 2],
		[
			['Eider', ['16:00–16:10 | Min (7A) | Adult Park', '16:10–16:20 | blocked | ']],
			[
				'Heron',
				[
					'16:00–16:10 | Ada (10B) | Adult Okafor',
					'16:10–16:20 | Bo (7A) | Adult Reid',
					'16:10–16:20 | Min (7A) | Adult Park',
					'16:20–16:30 |  | ',
				],
			],
		],
	],
	[
		'door',
		[0, 1],
		[
			['Eider', ['16:00–16:10 | Park', '16:10–16:20 | ']],
			['Heron', ['16:00–16:10 | Okafor', '16:10–16:20 | Reid and Park', '16:20–16:30 | ']],
		],
	],
	[
		'room',
		[0, 1, 2],
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
		[0, 2],
		[
			['Class 7A', ['Bo | 16:10–16:20', 'Min | 16:00–16:10', 'Min | 16:10–16:20']],
			['Class 10B', ['Ada | 16:00–16:10']],
		],
	],
	[
		'board',
		[0, 1, 2],
		[
			[
				'Thursday 3 December',
				['16:00 | Okafor | Park', '16:10 | Reid and Park | ×', '16:20 | · | '],
			],
		],
	],
] as const)(
	'the sheets of kind %s are in order, and say who comes when',
	(kind, columns, wanted) => {
		expect(read(kind, columns)).toEqual(wanted);
	},
);

it('a teacher’s sheet says what each family needs', () => {
	const [eider, heron] = makeSheets('teacher', slots, ZONE);
	expect(eider!.rows[0]![3]).toContain('Korean');
	expect(heron!.rows.map((row) => row[3] !== '')).toEqual([false, true, true, false]);
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
