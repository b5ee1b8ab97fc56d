import { describe, expect, it } from 'vitest';
import { bestVisit } from '$lib/core/planner/best-visit';
import { unplacedWishes as unplaced } from '$lib/core/planner/why-unplaced';
import { asOf, isChangeable, nextTurn } from '$lib/core/visits/as-of';
import {
	familyVisitProblem,
	type FamilySlot,
	type ShownAppointment,
	type ShownWish,
} from '$lib/core/visits/family-projection';
import { asItIs, givingUp } from '$lib/core/visits/giving-up';
import { movesOf, wantedWith } from '$lib/core/visits/moves';
import { otherModes } from '$lib/core/visits/other-modes';
import { notMet, remediesFor, whyNowhere, type WhyNot } from '$lib/core/visits/why-not';
import { bookedOf, DATE, M, placeOf, slotOf, viewOf, wishOf } from './family-fixtures';

describe('why an appointment cannot be had', () => {
	const why = (slots: FamilySlot[], more: Partial<ShownWish> = {}, whole = {}) =>
		whyNowhere(viewOf({ slots, wishes: [wishOf('d', more)], ...whole }), wishOf('d', more));

	it.each<[string, FamilySlot[], Partial<ShownWish>, WhyNot | null]>([
		['there is a seat', [slotOf('d', 100)], {}, null],
		['another appointment stands', [slotOf('d', 100)], { openDesks: [] }, 'already-arranged'],
		['the desk has no hours', [], {}, 'no-hours'],
		['all seats are taken', [slotOf('d', 100, { why: 'taken' })], {}, 'full'],
		// Taken meanwhile, while the page was open: there is no reason beside it.
		['the last seat went', [slotOf('d', 100, { free: false })], {}, 'full'],
		[
			'there are steps on the way to what is left',
			[slotOf('d', 100, { why: 'taken' }), slotOf('d', 110, { why: 'not-step-free' })],
			{},
			'steps',
		],
		// Free again while the page was open, and upstairs all the same.
		['a seat came back where it cannot go', [slotOf('d', 100, { places: [] })], {}, 'steps'],
		['it has begun', [slotOf('d', 100, { why: 'past' })], {}, 'too-late'],
		['it cannot be booked yet', [slotOf('d', 100, { why: 'too-far-ahead' })], {}, 'too-far-ahead'],
		['two in a row are wanted', [slotOf('d', 100)], { length: 2 }, 'too-short'],
	])('%s', (_, slots, more, expected) => expect(why(slots, more)).toBe(expected));

	it('nobody stays to interpret', () => {
		const slots = [slotOf('d', 100, { interpreters: [] })];
		expect(why(slots, {}, { interpreted: true })).toBe('no-interpreter');
		expect(why([slotOf('d', 100, { interpreters: [0] })], {}, { interpreted: true })).toBeNull();
	});

	it('names the limit, the hours and the own appointments as what they are', () => {
		const whole = viewOf({
			slots: [
				slotOf('a', 100),
				slotOf('b', 120),
				slotOf('late', 600),
				slotOf('own', 301),
				slotOf('c', 140),
			],
			wishes: ['a', 'b', 'late', 'own', 'c'].map((id) =>
				wishOf(id, { weight: id === 'c' ? 1 : 2 }),
			),
			appointments: [bookedOf('x', 300)],
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
			expect(remediesFor(one), one).toContain('ask-school');
		expect(remediesFor('full')[0]).toBe('waiting-list');
		expect(remediesFor('outside-hours')[0]).toBe('other-times');
	});
});

describe('moving one appointment', () => {
	const whole = viewOf({
		slots: [
			slotOf('a', 100, { free: false }),
			...[110, 130, 90, 200].map((start) => slotOf('a', start)),
			slotOf('b', 110, { free: false }),
			slotOf('b', 150),
			slotOf('b', 119),
		],
		wishes: [wishOf('a', { placed: true }), wishOf('b', { placed: true })],
		appointments: [bookedOf('a', 100), bookedOf('b', 110)],
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
	const { conference } = viewOf({});
	const waiting = viewOf({
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

	it('turns when an appointment can no longer be changed, and when it is over', () => {
		const own = { ...bookedOf('a', 100), changeableUntil: 90 * M };
		const shown = viewOf({ appointments: [own] });
		expect([0, 90 * M, 110 * M].map((now) => nextTurn(shown, now))).toEqual([
			90 * M,
			110 * M,
			null,
		]);
		expect([89 * M, 90 * M].map((now) => isChangeable(own, now))).toEqual([true, false]);
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

it.each([
	[['eider'], []],
	[['eider', 'teal'], []],
	[['eider', 'link'], ['video']],
	[['eider', 'link', 'other link'], ['video']],
	// What was a place of the slot may be none any more.
	[['gone'], []],
])('at a slot with the places %j a meeting in Eider could also be held by %j', (places, modes) => {
	const view = viewOf({
		places: [
			placeOf('eider'),
			placeOf('teal'),
			placeOf('link', 'remote'),
			placeOf('other link', 'remote'),
		],
		slots: [slotOf('a', 100, { places })],
	});
	expect(otherModes(view, bookedOf('a', 100))).toEqual(modes);
});
