import type { LocalDate } from '$lib/core/time/local-of';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	sittingsOfPlan,
	type ConferenceHours,
	type DeskPlan,
	type PlannedPlace,
	type SeriesPlan,
} from '$lib/core/desks/desk-plan';
import {
	addSitting,
	clampStretch,
	copyDate,
	copyHours,
	followConference,
	moveSitting,
	removeSittings,
	setSittings,
	splitSitting,
} from '$lib/core/desks/edit-plan';
import { faultsOfPlan } from '$lib/core/desks/faults-of-plan';
import { mergePlans, takeMine } from '$lib/core/desks/merge-plans';
import { leastBusy, receiversOn } from '$lib/core/desks/receivers';
import { newDesk, usualPlacesOf } from '$lib/core/desks/new-desk';
import { formatTimeOfDay } from '$lib/core/time/typed-time';

const [THU, FRI, SAT] = ['2026-12-03', '2026-12-04', '2026-12-05'] as const;
const ZONE = 'America/Halifax';
const conference: ConferenceHours = {
	hours: [
		{ date: THU, start: 960, end: 1080 },
		{ date: FRI, start: 540, end: 720 },
	],
	weekly: [],
	division: { slotMinutes: 10, gapMinutes: 0, longGap: null },
};
let made = 0;
const tools = { conference, newId: () => `series ${++made}` };
const room = (name: string): PlannedPlace => ({ kind: 'room', room: name, building: 'House' });
const desk = newDesk(
	{
		id: 'desk',
		name: 'Ada',
		subject: 'Art',
		people: [{ person: 'ada', role: 'all' }],
		places: [room('Tern')],
	},
	'first',
);
const told = (plan: DeskPlan, hours = conference) =>
	sittingsOfPlan(plan, hours).map(
		({ date, start, end, places }) =>
			`${date.slice(-1)} ${formatTimeOfDay(start)}-${formatTimeOfDay(end)} ${places.map((place) => (place.kind === 'room' ? place.room : place.kind)).join('/')}`,
	);
const at = (date: LocalDate, start: number) => ({ date, start });
const FOLLOWING = ['3 16:00-18:00 Tern', '4 09:00-12:00 Tern'];

describe('a desk’s plan', () => {
	it('follows the conference, also where that changes', () => {
		expect(told(desk)).toEqual(FOLLOWING);
		expect(told(desk, { ...conference, hours: [{ date: SAT, start: 600, end: 660 }] })).toEqual([
			'5 10:00-11:00 Tern',
		]);
	});

	it('goes on following on the dates that were not touched', () => {
		const moved = moveSitting(desk, at(FRI, 540), { date: FRI, start: 600, end: 700 }, tools);
		expect(told(moved)).toEqual(['3 16:00-18:00 Tern', '4 10:00-11:40 Tern']);
		const later = {
			...conference,
			hours: [
				{ date: THU, start: 900, end: 960 },
				{ date: SAT, start: 600, end: 660 },
			],
		};
		expect(told(moved, later)).toEqual([
			'3 15:00-16:00 Tern',
			'4 10:00-11:40 Tern',
			'5 10:00-11:00 Tern',
		]);
	});

	it('makes way in the conference’s hours for hours of its own', () => {
		const own = addSitting(
			desk,
			{ date: FRI, start: 600, end: 630 },
			{ seats: 4, places: [room('Hall')] },
			tools,
		);
		expect(told(own)).toEqual([
			'3 16:00-18:00 Tern',
			'4 09:00-10:00 Tern',
			'4 10:00-10:30 Hall',
			'4 10:30-12:00 Tern',
		]);
		expect(faultsOfPlan(own, conference, ZONE)).toEqual([]);
	});

	it('has another place on one date and follows all the same', () => {
		const video: PlannedPlace = { kind: 'video', link: null };
		const both = setSittings(desk, [at(FRI, 540)], { places: [video, room('Tern')] }, tools);
		expect(told(both)).toEqual(['3 16:00-18:00 Tern', '4 09:00-12:00 video/Tern']);
		expect(told(both, { ...conference, hours: [{ date: FRI, start: 480, end: 540 }] })).toEqual([
			'4 08:00-09:00 video/Tern',
		]);
	});

	it.each<[string, (plan: DeskPlan) => DeskPlan, string[]]>([
		[
			'a break',
			(plan) => splitSitting(plan, at(FRI, 540), { start: 600, end: 615 }, tools),
			['3 16:00-18:00 Tern', '4 09:00-10:00 Tern', '4 10:15-12:00 Tern'],
		],
		[
			'a break at the end',
			(plan) => splitSitting(plan, at(FRI, 540), { start: 700, end: 740 }, tools),
			['3 16:00-18:00 Tern', '4 09:00-11:40 Tern'],
		],
		[
			'a break over all of it',
			(plan) => splitSitting(plan, at(FRI, 540), { start: 500, end: 740 }, tools),
			['3 16:00-18:00 Tern'],
		],
		['no more hours', (plan) => removeSittings(plan, [at(THU, 960), at(FRI, 540)], tools), []],
		[
			'hours copied to another date',
			(plan) => copyDate(plan, THU, [FRI, SAT], tools),
			['3 16:00-18:00 Tern', '4 16:00-18:00 Tern', '5 16:00-18:00 Tern'],
		],
		[
			'hours of another desk at its own place',
			(plan) =>
				copyHours(
					removeSittings(plan, [at(FRI, 540)], tools),
					{ ...plan, series: [{ ...plan.series[0]!, places: [room('Puffin')] }] },
					tools,
				),
			['3 16:00-18:00 Puffin'],
		],
		[
			'the conference again',
			(plan) =>
				followConference(
					moveSitting(plan, at(FRI, 540), { date: FRI, start: 0, end: 60 }, tools),
					tools,
				),
			FOLLOWING,
		],
	])('edited: %s', (_, edit, expected) => {
		const edited = edit(desk);
		expect(told(edited)).toEqual(expected);
		expect(faultsOfPlan(edited, conference, ZONE)).toEqual([]);
		expect(new Set(edited.series.map(({ id }) => id)).size).toBe(edited.series.length);
	});

	it('has weekly hours, of which one date is changed or all go', () => {
		const series: SeriesPlan = {
			...desk.series[0]!,
			when: {
				kind: 'weekly',
				start: 480,
				end: 510,
				from: THU,
				until: '2026-12-24' as const,
				weekdays: [4],
				everyWeeks: 1,
				except: ['2026-12-17'],
			},
		};
		const weekly: DeskPlan = { ...desk, series: [series] };
		expect(told(weekly).map((line) => line.split(' ')[1])).toEqual(Array(3).fill('08:00-08:30'));
		const one = moveSitting(
			weekly,
			at('2026-12-10', 480),
			{ date: '2026-12-10' as const, start: 500, end: 530 },
			tools,
		);
		expect(told(one).map((line) => line.split(' ')[1])).toEqual([
			'08:00-08:30',
			'08:20-08:50',
			'08:00-08:30',
		]);
		expect(one.series.find(({ id }) => id === series.id)?.when).toMatchObject({
			except: ['2026-12-10', '2026-12-17'],
		});
	});

	it('never sits twice at once, whatever is done with the hand', () => {
		const step = fc.record({
			kind: fc.constantFrom('move', 'start', 'end', 'split', 'add', 'remove'),
			which: fc.nat(8),
			a: fc.integer({ min: 0, max: 288 }),
			b: fc.integer({ min: 1, max: 40 }),
		});
		fc.assert(
			fc.property(fc.array(step, { maxLength: 14 }), (steps) => {
				let plan: DeskPlan = desk;
				for (const { kind, which, a, b } of steps) {
					const sittings = sittingsOfPlan(plan, conference);
					const one = sittings[which % Math.max(1, sittings.length)];
					const date = [THU, FRI][which % 2]!;
					const others = sittings.filter((other) => other !== one && other.date === one?.date);
					const stretch = { start: a * 5, end: a * 5 + b * 5 };
					if (kind === 'add') {
						const fit = clampStretch(
							stretch,
							sittings.filter((other) => other.date === date),
							'move',
							5,
						);
						if (fit) plan = addSitting(plan, { date, ...fit }, { seats: 1, places: [] }, tools);
					} else if (one && kind === 'remove') plan = removeSittings(plan, [one], tools);
					else if (one && kind === 'split') plan = splitSitting(plan, one, stretch, tools);
					else if (one) {
						const wanted =
							kind === 'move'
								? stretch
								: kind === 'start'
									? { start: stretch.start, end: one.end }
									: { start: one.start, end: stretch.end };
						const fit = clampStretch(wanted, others, kind as 'move', 5);
						if (fit) plan = moveSitting(plan, one, { date: one.date, ...fit }, tools);
					}
					expect(faultsOfPlan(plan, conference, ZONE)).toEqual([]);
				}
			}),
			{ numRuns: 120 },
		);
	});

	it.each<[string, Partial<SeriesPlan>, string]>([
		[
			'an end before the start',
			{ when: { kind: 'once', date: THU, start: 700, end: 600 } },
			'end-before-start',
		],
		[
			'midnight passed',
			{ when: { kind: 'once', date: THU, start: 1400, end: 1500 } },
			'over-midnight',
		],
		[
			'a date that is none',
			{ when: { kind: 'once', date: '2026-02-30' as const, start: 600, end: 660 } },
			'no-such-date',
		],
		[
			'a time that the clock skips',
			{ when: { kind: 'once', date: '2027-03-14' as const, start: 150, end: 300 } },
			'no-such-time',
		],
		['slots of four minutes', { division: { slotMinutes: 4, gapMinutes: 0 } }, 'division-wrong'],
		['no seats', { seats: 0 }, 'seats-wrong'],
		['two rooms to choose from', { places: [room('A'), room('B')] }, 'place-twice'],
		['a link that is none', { places: [{ kind: 'video', link: 'door' }] }, 'place-incomplete'],
		[
			'a telephone without a number',
			{ places: [{ kind: 'telephone', number: '', pin: '1' }] },
			'place-incomplete',
		],
		[
			'a weekly row without days',
			{
				when: {
					kind: 'weekly',
					start: 600,
					end: 660,
					from: THU,
					until: FRI,
					weekdays: [],
					everyWeeks: 1,
					except: [],
				},
			},
			'weekly-wrong',
		],
		[
			'a weekly row for ever',
			{
				when: {
					kind: 'weekly',
					start: 600,
					end: 660,
					from: THU,
					until: '2036-12-04' as const,
					weekdays: [1, 2, 3, 4, 5],
					everyWeeks: 1,
					except: [],
				},
			},
			'too-many-dates',
		],
	])('is refused for %s', (_, change, code) => {
		const plan = { ...desk, series: [{ ...desk.series[0]!, ...change }] };
		expect(faultsOfPlan(plan, conference, ZONE)[0]).toMatchObject({ code });
	});
});

describe('two editors of one desk', () => {
	const second = {
		...desk.series[0]!,
		id: 'second',
		when: { kind: 'once' as const, date: SAT, start: 600, end: 660 },
	};
	const base: DeskPlan = { ...desk, series: [...desk.series, second] };
	const withSecond = (change: Partial<SeriesPlan>): DeskPlan => ({
		...base,
		series: [desk.series[0]!, { ...second, ...change }],
	});

	it('keep what each changed', () => {
		const merged = mergePlans(
			base,
			{ ...base, name: 'Ada B' },
			{ ...withSecond({ seats: 3 }), subject: 'Crafts' },
		);
		expect(merged.collisions).toEqual([]);
		expect(merged.value).toMatchObject({
			name: 'Ada B',
			subject: 'Crafts',
			series: [{}, { seats: 3 }],
		});
	});

	it.each<[string, DeskPlan, DeskPlan, string]>([
		['a name', { ...base, name: 'A' }, { ...base, name: 'B' }, 'name'],
		[
			'hours',
			withSecond({ when: { ...second.when, end: 700 } }),
			withSecond({ when: { ...second.when, end: 640 } }),
			'series/second/when',
		],
		[
			'what the other removed',
			withSecond({ seats: 2 }),
			{ ...base, series: [desk.series[0]!] },
			'series/second',
		],
		[
			'by removing what the other changed',
			{ ...base, series: [desk.series[0]!] },
			withSecond({ seats: 2 }),
			'series/second',
		],
	])('are told when both set %s, and either can be taken', (_, mine, theirs, path) => {
		const { value, collisions } = mergePlans(base, mine, theirs);
		expect(value).toEqual(theirs);
		expect(collisions.map((entry) => entry.path)).toEqual([path]);
		const sorted = ({ series, ...plan }: DeskPlan) => ({
			...plan,
			series: [...series].sort((a, b) => (a.id < b.id ? -1 : 1)),
		});
		expect(sorted(takeMine(value, collisions[0]!))).toEqual(sorted(mine));
	});

	it('do not collide over the order in which a database gives the fields back', () => {
		const turned = { ...second, when: { end: 660, date: SAT, start: 600, kind: 'once' as const } };
		expect(
			mergePlans(base, withSecond({ seats: 2 }), { ...base, series: [desk.series[0]!, turned] })
				.collisions,
		).toEqual([]);
	});
});

describe('who receives', () => {
	const plan = {
		people: [
			{ person: 'a', role: 'all' as const },
			{ person: 'b', role: 'any' as const },
			{ person: 'c', role: 'any' as const },
		],
	};
	it('is the desk’s people, with a substitute on that date alone', () => {
		const substitutes = [
			{ date: THU, absent: 'a', person: 'z' },
			{ date: FRI, absent: 'b', person: 'a' },
		];
		expect(receiversOn({ ...plan, substitutes }, THU)).toEqual({ all: ['z'], any: ['b', 'c'] });
		// Who is there anyway cannot be there twice.
		expect(receiversOn({ ...plan, substitutes }, FRI)).toEqual({ all: ['a'], any: ['c'] });
		expect(receiversOn({ ...plan, substitutes }, SAT)).toEqual({ all: ['a'], any: ['b', 'c'] });
	});

	it.each<[string, [string, boolean, number][], string | null, string | null]>([
		[
			'the least busy who is free',
			[
				['a', true, 3],
				['b', true, 1],
				['c', false, 0],
			],
			null,
			'b',
		],
		[
			'the first of two alike',
			[
				['b', true, 1],
				['a', true, 1],
			],
			null,
			'a',
		],
		['nobody when all are taken', [['a', false, 0]], null, null],
		[
			'the one who is picked',
			[
				['a', true, 0],
				['b', true, 9],
			],
			'b',
			'b',
		],
		[
			'nobody when the one who is picked is taken',
			[
				['a', true, 0],
				['b', false, 0],
			],
			'b',
			null,
		],
	])('of a pool: %s', (_, members, picked, expected) => {
		expect(
			leastBusy(
				members.map(([person, isFree, load]) => ({ person, isFree, load })),
				picked,
			),
		).toBe(expected);
	});

	it('receives where the school knows, as the conference prefers', () => {
		const known = {
			room: 'Tern',
			building: 'House',
			link: 'https://x.example',
			telephone: '',
			pin: '',
		};
		expect(usualPlacesOf(known, 'video')).toEqual([{ kind: 'video', link: 'https://x.example' }]);
		expect(usualPlacesOf(known, 'telephone')).toEqual([room('Tern')]);
		expect(usualPlacesOf({ ...known, room: '', link: '' }, 'room')).toEqual([]);
	});
});
