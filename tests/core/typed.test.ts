import { type LocalDate, typedDate } from '$lib/core/time/local-of';
import { describe, expect, it } from 'vitest';
import { readBlock, datesMeant } from '$lib/core/desks/read-block';
import { layBlock } from '$lib/core/desks/lay-block';
import { newDesk } from '$lib/core/desks/new-desk';
import { sittingsOfPlan } from '$lib/core/desks/desk-plan';
import { slipOf } from '$lib/core/slots/typed-hours';
import { availableOn, readAvailableHours } from '$lib/core/time/available-hours';
import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';
import { shiftOf, shiftPlan, shiftHours } from '$lib/core/conferences/shift-conference';
import { readBlockText } from '$lib/files/read-block-text';

const at = (text: string) => parseTypedTime(text)!;
const DATES: readonly LocalDate[] = ['2026-12-03', '2026-12-04', '2026-12-12'];

describe('slips while hours are typed', () => {
	it.each([
		['16:00', '19:00', null, null],
		['16:00', '7:00', 'end-before-start', '16:00-19:00'],
		['9:00', '12:00', null, null],
		['19:00', '16:00', 'end-before-start', '16:00-19:00'],
		['16:00', '16:00', 'end-before-start', null],
		['22:00', '1:00', 'over-midnight', '22:00-24:00'],
		['3:30', '7:00', 'morning-for-evening', '15:30-19:00'],
		['4:00', '19:00', 'morning-for-evening', '16:00-19:00'],
		['8:00', '15:00', null, null],
	])('%s to %s', (from, to, code, meant) => {
		const slip = slipOf(
			{ date: '2026-12-03' as const, start: at(from), end: at(to) },
			'2026-11-24',
		);
		expect(slip?.code ?? null).toBe(code);
		const { start = 0, end = 0 } = slip?.meant ?? {};
		expect(slip?.meant ? `${formatTimeOfDay(start)}-${formatTimeOfDay(end)}` : null).toBe(meant);
	});

	it('are told of a date that is over', () => {
		expect(slipOf({ date: '2026-11-23', start: 960, end: 1080 }, '2026-11-24')).toEqual({
			code: 'date-past',
			meant: null,
		});
	});
});

describe('dates in a pasted block', () => {
	it.each([
		['2026-12-04', ['2026-12-04']],
		['Thursday', ['2026-12-03']],
		['Thu 3 Dec', ['2026-12-03']],
		['4 December 2026', ['2026-12-04']],
		['Dec 4, 26', ['2026-12-04']],
		['04/12/2026', ['2026-12-04', '2026-12-12'].slice(0, 1)],
		['12/4', ['2026-12-04']],
		['12', ['2026-12-12']],
		['Saturday 12th', ['2026-12-12']],
		['Fri 3 Dec', []],
		['Monday', []],
		['soon', []],
		['Donnerstag', ['2026-12-03']],
		['Do, 3.12.', ['2026-12-03']],
		['Fr', ['2026-12-04']],
		['4. Dezember', ['2026-12-04']],
		['jeudi 3 décembre', ['2026-12-03']],
		['viernes', ['2026-12-04']],
		['sábado, 12 de dezembro', ['2026-12-12']],
		['3 mar', []],
	])('%s', (text, expected) => {
		expect(datesMeant(text, DATES)).toEqual(expected);
	});
});

describe('a block from a spreadsheet', () => {
	const conference = {
		hours: [
			{ date: DATES[0]!, start: 960, end: 1080 },
			{ date: DATES[1]!, start: 540, end: 600 },
		],
		weekly: [],
		division: { slotMinutes: 10, gapMinutes: 0 },
	};
	const dates = DATES.slice(0, 2);

	it('is read with headings in any order, and without', () => {
		const lines = [
			{
				line: 2,
				teacher: 'Ada Wren',
				dates: [DATES[0]],
				hours: { start: 960, end: 1020 },
				room: 'Tern',
				link: '',
			},
		];
		expect(
			readBlock(readBlockText('Room\tTo\tTeacher\tFrom\tDay\nTern\t5pm\tAda Wren\t4pm\tThu'), dates)
				.lines,
		).toEqual(lines);
		expect(readBlock(readBlockText('Ada Wren,Thu,4pm,5pm,Tern'), dates).lines).toEqual([
			{ ...lines[0], line: 1 },
		]);
	});

	it.each([
		['German', 'Lehrkraft\tDatum\tvon\tbis\tRaum\nAda Wren\tDo, 3.12.\t16 Uhr\t17 Uhr\tTern'],
		['French', 'Enseignant\tJour\tDe\tÀ\tSalle\nAda Wren\tjeudi\t16h\t17h00\tTern'],
		['Spanish', 'Fecha\tDesde\tHasta\tProfesora\tAula\njueves\t16:00\t17:00\tAda Wren\tTern'],
		['Portuguese', 'Professor\tData\tInício\tFim\tSala\nAda Wren\t3/12\t16h00\t17h00\tTern'],
	])('is read with headings in %s', (_, text) => {
		expect(readBlock(readBlockText(text), dates)).toEqual({
			faults: [],
			lines: [
				{
					line: 2,
					teacher: 'Ada Wren',
					dates: [DATES[0]],
					room: 'Tern',
					link: '',
					hours: { start: 960, end: 1020 },
				},
			],
		});
	});

	it('a family name alone is the one teacher of that name, and is asked about if there are several', () => {
		let count = 0;
		const tools = { conference, newId: () => `id ${++count}`, buildingOf: () => '' };
		const teachers = [
			...['Ada Fennwick', 'Ole Pyo', 'Ida van Pyo', 'Rut Pyo'].map((name) => ({
				id: name,
				name,
				subject: '',
			})),
		];
		const text = 'Fennwick\tThu\nMs Pyo\tThu\nOle Pyo\tThu\nVan Pyo\tFri\nNobody Yet\tThu';
		const { lines } = readBlock(readBlockText(text), dates);
		const laid = layBlock(lines, [], teachers, tools);
		expect(laid.plans.map(({ name, people }) => [name, people[0]!.person])).toEqual([
			...['Ada Fennwick', 'Ole Pyo', 'Ida van Pyo'].map((name) => [name, name]),
			['Nobody Yet', laid.newTeachers[0]!.id],
		]);
		expect(laid.newTeachers).toHaveLength(1);
		expect(laid.unclear.map(({ teacher }) => teacher)).toEqual(['Ms Pyo']);
	});

	it('says line by line what it does not understand', () => {
		const text = [
			'\tThu\t4\t5',
			'Ada\tMonday\t4\t5',
			'Ada\tThu\tfour\t5',
			'Ada\tThu\t4',
			'Ada\tThu\t5\t4',
			'Ada\tThu\t4\t5\t\tdoor',
			'',
			'Ada\tThu\t16\t17',
		].join('\n');
		const { lines, faults } = readBlock(readBlockText(text), dates);
		expect(faults.map(({ line, code }) => `${line} ${code}`)).toEqual([
			'1 no-teacher',
			'2 unreadable-date',
			'3 unreadable-time',
			'4 one-time-missing',
			'5 end-before-start',
			'6 unreadable-link',
		]);
		expect(lines.map(({ line }) => line)).toEqual([8]);
	});

	it('takes the place of what a teacher’s desk had, and makes desks for new names', () => {
		let count = 0;
		const tools = {
			conference,
			newId: () => `id ${++count}`,
			buildingOf: (room: string) => (room === 'Tern' ? 'House' : ''),
		};
		const desk = newDesk(
			{
				id: 'desk',
				name: 'Ada Wren',
				subject: '',
				people: [{ person: 'ada', role: 'all' }],
				places: [{ kind: 'video', link: null }],
			},
			'first',
		);
		const text = 'Wren, Ada\tThu\t4pm\t5pm\tTern\n\tFri\n"Wren, Ada"\tThu\t16:30\t17:30\nOle Pyo';
		const { lines } = readBlock(
			readBlockText(text.replaceAll('"Wren, Ada"', 'Ada Wren').replace('Wren, Ada', 'Ada Wren')),
			dates,
		);
		const laid = layBlock(lines, [desk], [{ id: 'ada', name: 'Ada Wren', subject: '' }], tools);
		const [ada, ole] = laid.plans;
		expect(
			sittingsOfPlan(ada!, conference).map(({ date, start, end, places }) => [
				date,
				start,
				end,
				places[0]?.kind,
			]),
		).toEqual([
			// The later of two lines that lie over each other counts.
			[DATES[0], 990, 1050, 'video'],
			[DATES[1], 540, 600, 'video'],
		]);
		expect([...laid.added]).toEqual([ole!.id]);
		expect(laid.newTeachers).toEqual([{ id: ole!.people[0]!.person, name: 'Ole Pyo' }]);
		expect(ole!.series[0]!.when).toEqual({ kind: 'conference', only: null, except: [] });
	});
});

describe('when an interpreter can come', () => {
	it.each([
		['Thursday 16:00-19:00', '2026-12-03', ['960-1140']],
		['Thursday 16:00-19:00', '2026-12-04', []],
		['Thu 4pm to 7pm; Fri 9-12', '2026-12-04', ['540-720']],
		['2026-12-04 9:00 – 10:30, Thursdays 16-17', '2026-12-04', ['540-630']],
		['Friday', '2026-12-04', ['0-1440']],
		['16-17', '2026-12-04', ['960-1020']],
		['', '2026-12-04', []],
	])('%s on %s', (text, date, expected) => {
		const read = readAvailableHours(text);
		expect(
			read.ok &&
				availableOn(read.hours, typedDate(date)).map(({ start, end }) => `${start}-${end}`),
		).toEqual(expected);
	});

	it.each(['whenever', 'Thu 19-16', 'Thu 16', 'Thu 16-17-18'])('does not guess: %s', (text) => {
		expect(readAvailableHours(text)).toEqual({ ok: false, part: text });
	});
});

describe('an earlier conference as the start of the next', () => {
	it('has its hours and desks on the new dates; a term’s weeks stay behind', () => {
		const shift = shiftOf(['2026-12-04', '2026-12-03'], ['2027-03-04', '2027-03-05']);
		const conference = {
			hours: [
				{ date: '2026-12-03' as const, start: 960, end: 1080 },
				{ date: '2026-12-04' as const, start: 540, end: 600 },
			],
			weekly: [],
		};
		expect(shiftHours(conference, shift)).toEqual([
			{ date: '2027-03-04' as const, start: 960, end: 1080 },
			{ date: '2027-03-05' as const, start: 540, end: 600 },
		]);
		const first = { breaks: [], division: null, seats: 1, places: [] };
		const plan = shiftPlan(
			{
				...newDesk({ id: 'desk', name: 'Ada', subject: '', people: [], places: [] }, 'x'),
				substitutes: [{ date: '2026-12-03' as const, absent: 'a', person: 'b' }],
				series: [
					{ id: '1', when: { kind: 'conference', only: null, except: ['2026-12-04'] }, ...first },
					{
						id: '2',
						when: { kind: 'once', date: '2026-12-04' as const, start: 600, end: 660 },
						...first,
					},
					{
						id: '3',
						when: { kind: 'once', date: '2026-12-11' as const, start: 600, end: 660 },
						...first,
					},
					{
						id: '4',
						when: {
							kind: 'weekly',
							start: 1,
							end: 2,
							from: '2026-12-03' as const,
							until: '2026-12-31' as const,
							weekdays: [1],
							everyWeeks: 1,
							except: [],
						},
						...first,
					},
				],
			},
			shift,
			() => 'new',
		);
		expect(plan.substitutes).toEqual([]);
		expect(plan.series.map(({ when }) => when)).toEqual([
			{ kind: 'conference', only: null, except: ['2027-03-05'] },
			{ kind: 'once', date: '2027-03-05' as const, start: 600, end: 660 },
		]);
	});
});
