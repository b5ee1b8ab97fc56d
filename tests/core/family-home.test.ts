import { describe, expect, it } from 'vitest';
import { bestVisit } from '$lib/core/planner/best-visit';
import { unplacedWishes as unplaced } from '$lib/core/planner/why-unplaced';
import { asOf, nextTurn } from '$lib/core/visits/as-of';
import {
	familyVisitProblem,
	type FamilyProjection,
	type FamilySlot,
	type ShownAppointment,
	type ShownWish,
} from '$lib/core/visits/family-projection';
import { asItIs, givingUp } from '$lib/core/visits/giving-up';
import { movesOf, wantedWith } from '$lib/core/visits/moves';
import { notMet, waysOn, whyNowhere, type WhyNot } from '$lib/core/visits/why-not';

const M = 60_000;
const DATE = '2026-12-03';

const slot = (desk: string, start: number, more: Partial<FamilySlot> = {}): FamilySlot => ({
	id: `${desk}@${start}`,
	desk,
	place: 'eider',
	places: ['eider'],
	date: DATE,
	start: start * M,
	end: (start + 10) * M,
	free: more.why === undefined,
	why: null,
	next: null,
	interpreters: [],
	away: 0,
	receivers: [],
	...more,
});
const wish = (id: string, more: Partial<ShownWish> = {}): ShownWish => ({
	id,
	student: 'leila',
	desks: [id],
	openDesks: more.desks ?? [id],
	weight: 1,
	must: false,
	askedByTeacher: false,
	optional: false,
	length: 1,
	placed: false,
	...more,
});
const booked = (desk: string, start: number): ShownAppointment => ({
	id: `booked ${desk}`,
	revision: 1,
	desk,
	place: 'eider',
	link: null,
	standing: 'booked',
	date: DATE,
	start: start * M,
	end: (start + 10) * M,
	students: ['leila'],
	adults: ['eve'],
	along: [],
	interpreter: null,
	setBy: null,
	changeableUntil: start * M,
	slots: [`${desk}@${start}`],
	wishes: [desk],
});
const view = (more: Partial<FamilyProjection>): FamilyProjection => ({
	conference: {
		id: 'c',
		address: 'winter',
		name: 'Winter',
		words: '',
		limitNote: '',
		timeZone: 'UTC',
		pauseMinutes: 0,
		opensAt: null,
		closesAt: null,
	},
	phase: 'open',
	notBookable: null,
	family: 'f',
	students: [{ id: 'leila', name: 'Leila', classLabel: '8A' }],
	adults: [{ id: 'eve', name: 'Eve' }],
	interpreted: false,
	limits: { family: null, perStudent: {}, perDeskDay: {}, oncePerDesk: true },
	desks: [],
	places: [
		{
			id: 'eider',
			key: 'eider',
			name: 'Eider',
			building: null,
			buildingName: null,
			stepFree: true,
			kind: 'room',
		},
	],
	travel: [],
	dates: [DATE],
	wishes: [],
	slots: [],
	appointments: [],
	holds: [],
	waiting: [],
	enquiries: [],
	...more,
});

describe('why an appointment cannot be had', () => {
	const why = (slots: FamilySlot[], more: Partial<ShownWish> = {}, whole = {}) =>
		whyNowhere(view({ slots, wishes: [wish('d', more)], ...whole }), wish('d', more));

	it.each<[string, FamilySlot[], Partial<ShownWish>, WhyNot | null]>([
		['there is a seat', [slot('d', 100)], {}, null],
		['another appointment stands', [slot('d', 100)], { openDesks: [] }, 'already-arranged'],
		['the desk has no hours', [], {}, 'no-hours'],
		['all seats are taken', [slot('d', 100, { why: 'taken' })], {}, 'full'],
		// Taken meanwhile, while the page was open: there is no reason beside it.
		['the last seat went', [slot('d', 100, { free: false })], {}, 'full'],
		[
			'there are steps on the way to what is left',
			[slot('d', 100, { why: 'taken' }), slot('d', 110, { why: 'not-step-free' })],
			{},
			'steps',
		],
		['it has begun', [slot('d', 100, { why: 'past' })], {}, 'too-late'],
		['it cannot be booked yet', [slot('d', 100, { why: 'too-far-ahead' })], {}, 'too-far-ahead'],
		['two in a row are wanted', [slot('d', 100)], { length: 2 }, 'too-short'],
	])('%s', (_, slots, more, expected) => expect(why(slots, more)).toBe(expected));

	it('nobody stays to interpret', () => {
		const slots = [slot('d', 100, { interpreters: [] })];
		expect(why(slots, {}, { interpreted: true })).toBe('no-interpreter');
		expect(why([slot('d', 100, { interpreters: [0] })], {}, { interpreted: true })).toBeNull();
	});

	it('names the limit, the hours and the own appointments as what they are', () => {
		const whole = view({
			slots: [slot('a', 100), slot('b', 120), slot('late', 600), slot('own', 301), slot('c', 140)],
			wishes: ['a', 'b', 'late', 'own', 'c'].map((id) => wish(id, { weight: id === 'c' ? 1 : 2 })),
			appointments: [booked('x', 300)],
			limits: { family: 2, perStudent: {}, perDeskDay: {}, oncePerDesk: false },
		});
		const choice = {
			wishes: ['a', 'b', 'late', 'own', 'c'],
			windows: [[0, 400 * M]] as const,
		};
		const problem = familyVisitProblem(whole, choice);
		const visit = bestVisit(problem)!;
		expect(visit.placements.map(({ wish }) => wish)).toEqual(['a', 'b']);
		expect(notMet(whole, unplaced(problem, visit))).toEqual([
			{ wish: 'late', why: 'outside-hours' },
			{ wish: 'own', why: 'own-appointments' },
			{ wish: 'c', why: 'limit' },
		]);
	});

	it('has a way on, unless nothing is missing or time will bring it', () => {
		const all: WhyNot[] = ['steps', 'no-interpreter', 'too-short', 'too-late', 'full', 'limit'];
		for (const one of [...all, 'outside-hours', 'own-appointments', 'rest-of-visit'] as WhyNot[])
			expect(waysOn(one), one).toContain('ask-school');
		expect(waysOn('full')[0]).toBe('waiting-list');
		expect(waysOn('outside-hours')[0]).toBe('other-times');
	});
});

describe('moving one appointment', () => {
	const whole = view({
		slots: [
			slot('a', 100, { free: false }),
			...[110, 130, 90, 200].map((start) => slot('a', start)),
			slot('b', 110, { free: false }),
			slot('b', 150),
			slot('b', 119),
		],
		wishes: [wish('a', { placed: true }), wish('b', { placed: true })],
		appointments: [booked('a', 100), booked('b', 110)],
	});
	const [first, second] = whole.appointments as [ShownAppointment, ShownAppointment];

	it('offers the times of its desk that leave the rest alone, the nearest first, then others', () => {
		const moves = movesOf(whole, first, 0);
		expect(
			moves.map(({ to, also }) => [to.slot.start, also.map((other) => other.to.slot.start)]),
		).toEqual([
			[90, []],
			[130, []],
			[200, []],
			// Somebody is in the way, and the nearest time that is left beside it is not the nearest of all.
			[110, [150]],
		]);
	});

	it('asks for the rest as it is, and moves nothing that is too late to move', () => {
		const [alone] = movesOf(whole, first, 0);
		expect(wantedWith(whole, first, alone!)).toEqual([
			{ ...asItIs(whole, first), slot: 'a@90' },
			asItIs(whole, second),
		]);
		const later = { ...whole, appointments: [first, { ...second, changeableUntil: 5 * M }] };
		expect(movesOf(later, first, 10 * M).every(({ also }) => also.length === 0)).toBe(true);
	});

	it('counts what is given up for no limit', () => {
		const limited = {
			...whole,
			limits: {
				family: 0,
				perStudent: { leila: 0 },
				perDeskDay: { [`a/${DATE}`]: 0, [`b/${DATE}`]: 0 },
				oncePerDesk: true,
			},
		};
		expect(givingUp(limited, [first.id]).limits).toEqual({
			family: 1,
			perStudent: { leila: 1 },
			perDeskDay: { [`a/${DATE}`]: 1, [`b/${DATE}`]: 0 },
			oncePerDesk: true,
		});
		expect(movesOf(limited, first, 0).length).toBeGreaterThan(0);
	});
});

describe('a page that was opened a while ago', () => {
	const { conference } = view({});
	const waiting = view({
		conference: { ...conference, opensAt: 100, closesAt: 200 },
		phase: 'being-prepared',
		notBookable: { code: 'not-open-yet', opensAt: 100 },
		holds: [{ id: 'h', kind: 'offer', until: 150, keeps: [] }],
	});
	it.each([
		[99, 'being-prepared', 'not-open-yet', 1, 100],
		[100, 'open', undefined, 1, 150],
		[150, 'open', undefined, 0, 200],
		[200, 'closed', 'closed', 0, null],
	])('turns by itself: at %s', (now, phase, code, holds, next) => {
		const shown = asOf(waiting, now);
		expect([shown.phase, shown.notBookable?.code, shown.holds.length]).toEqual([
			phase,
			code,
			holds,
		]);
		expect(nextTurn(shown, now)).toBe(next);
	});

	it('does not open what the school has paused', () => {
		const paused = {
			...waiting,
			phase: 'paused' as const,
			notBookable: { code: 'paused' as const },
		};
		expect(asOf(paused, 120).notBookable).toEqual({ code: 'paused' });
	});
});
