import { describe, expect, it } from 'vitest';
import { claimsByThing, seatState } from '$lib/core/conferences/seat-state';
import { notBookable, phaseOf } from '$lib/core/conferences/phase';
import { travelBetween } from '$lib/core/conferences/travel';
import type { Claim, ConferenceFacts, Desk, Slot } from '$lib/core/conferences/snapshot';
import { may, type Act, type Actor } from '$lib/core/permissions/may';
import {
	visitConflicts,
	type VisitToCheck,
	type WantedAppointment,
} from '$lib/core/visits/check-visit';
import { turnMinutes } from '$lib/core/visits/turn';

const M = 60_000;
const conference: ConferenceFacts = {
	...{ id: 'c', version: 1, address: 'winter', name: 'Winter', words: '' },
	...{ timeZone: 'America/Halifax', pauseMinutes: 0, switchMinutes: 15 },
	...{ publishedAt: 0, pausedAt: null, withdrawnAt: null, opensAt: null, closesAt: null },
};
const desk: Desk = { id: 'desk', number: 1, name: 'D', subject: 'S', persons: ['teacher'] };
const slot = (id: string, start: number, more: Partial<Slot> = {}): Slot => ({
	...{
		id,
		desk: 'desk',
		place: 'room',
		date: '2026-12-03',
		start: start * M,
		end: (start + 10) * M,
	},
	...{ claimEnd: (start + 12) * M, seats: 1, blocked: false },
	...more,
});
const claim = (thing: string, occupancy: string, from: number, to: number): Claim => ({
	...{ thing, occupancy, start: from * M, end: to * M, standing: 'booked' },
});

describe('a seat', () => {
	it.each([
		['is free', slot('s', 100), [], 'free'],
		['is booked', slot('s', 100), [claim('desk', 's', 100, 112)], 'booked'],
		['is past', slot('s', 0), [], 'past'],
		['stays booked when it is past', slot('s', 0), [claim('desk', 's', 0, 12)], 'booked'],
		['is blocked by hand', slot('s', 100, { blocked: true }), [], 'blocked'],
		[
			'is closed by its teacher elsewhere',
			slot('s', 100),
			[claim('teacher', 'o', 95, 101)],
			'blocked',
		],
		['is closed in its gap, too', slot('s', 100), [claim('teacher', 'o', 111, 120)], 'blocked'],
		[
			'is free beside the teacher’s next',
			slot('s', 100),
			[claim('teacher', 'o', 112, 120)],
			'free',
		],
		[
			'has room for one more of a group',
			slot('s', 100, { seats: 2 }),
			[claim('desk', 's', 100, 112), claim('teacher', 's', 100, 112)],
			'free',
		],
		[
			'is full as a group',
			slot('s', 100, { seats: 2 }),
			[claim('desk', 's', 100, 112), claim('desk', 's', 100, 112)],
			'booked',
		],
	] as const)('%s', (_, seat, claims, expected) => {
		expect(seatState(seat, desk, claimsByThing(claims), 50 * M)).toBe(expected);
	});
});

describe('where a conference stands', () => {
	const dates = ['2026-12-03', '2026-12-04'];
	const noon = Date.parse('2026-11-24T12:00:00Z');
	it.each([
		['not published', { publishedAt: null }, noon, 'being-prepared', 'not-published'],
		['withdrawn', { withdrawnAt: 1 }, noon, 'being-prepared', 'not-published'],
		['before it opens', { opensAt: noon + 1 }, noon, 'being-prepared', 'not-open-yet'],
		['open', {}, noon, 'open', null],
		['paused', { pausedAt: 1 }, noon, 'paused', 'paused'],
		['closed', { closesAt: noon }, noon, 'closed', 'closed'],
		['on its first date, in its own zone', {}, Date.parse('2026-12-03T04:00:00Z'), 'today', null],
		['just before that date begins there', {}, Date.parse('2026-12-03T03:59:00Z'), 'open', null],
		['over', {}, Date.parse('2026-12-05T04:00:00Z'), 'over', null],
	] as const)('%s', (_, part, now, phase, closed) => {
		const facts = { ...conference, ...part };
		expect(phaseOf(facts, dates, now)).toBe(phase);
		expect(notBookable(facts, now + 1, now)).toBe(closed);
		expect(notBookable({ ...conference }, now, now)).toBe('past');
	});
});

it('people walk between buildings, and switch between a room and video', () => {
	const place = (id: string, building: string | null) => ({
		...{ id, name: id, building, buildingName: building },
		kind: building ? ('room' as const) : ('video' as const),
	});
	const places = [
		place('puffin', 'house'),
		place('tern', 'house'),
		place('curlew', 'wing'),
		place('v', null),
	];
	const turn = turnMinutes({
		travel: travelBetween(places, [{ from: 'wing', to: 'house', minutes: 2 }], 15),
		pause: 1,
	});
	expect([
		turn('puffin', 'tern'),
		turn('puffin', 'curlew'),
		turn('curlew', 'tern'),
		turn('remote', 'curlew'),
		turn('remote', 'remote'),
	]).toEqual([1, 2, 2, 15, 1]);
});

describe('a wanted visit', () => {
	const wanted = (
		id: string,
		start: number,
		more: Partial<WantedAppointment> = {},
	): WantedAppointment => ({
		slot: slot(id, start),
		placeKey: 'room',
		desk,
		wishes: [{ id: `wish-${id}`, desks: ['desk'], placed: false }],
		...more,
	});
	const check = (part: Partial<VisitToCheck>) =>
		visitConflicts({
			...{ conference, now: 50 * M, wanted: [], fixed: [], adults: ['adult'], claims: new Map() },
			turn: turnMinutes({ travel: [{ from: 'room', to: 'wing', minutes: 5 }], pause: 0 }),
			...part,
		}).map(({ slot, code }) => `${slot} ${code}`);

	it.each([
		['may be booked', { wanted: [wanted('a', 100), wanted('b', 112)] }, []],
		['in the past', { wanted: [wanted('a', 40)] }, ['a past']],
		[
			'taken by somebody',
			{ wanted: [wanted('a', 100)], claims: claimsByThing([claim('desk', 'a', 100, 112)]) },
			['a taken'],
		],
		['for no wish', { wanted: [wanted('a', 100, { wishes: [] })] }, ['a no-wish-for-this-desk']],
		[
			'at another desk than wished',
			{ wanted: [wanted('a', 100, { wishes: [{ id: 'w', desks: ['x'], placed: false }] })] },
			['a no-wish-for-this-desk'],
		],
		[
			'arranged already',
			{ wanted: [wanted('a', 100, { wishes: [{ id: 'w', desks: ['desk'], placed: true }] })] },
			['a already-arranged'],
		],
		[
			'one wish twice',
			{
				wanted: [
					wanted('a', 100),
					wanted('b', 120, { wishes: [{ id: 'wish-a', desks: ['desk'], placed: false }] }),
				],
			},
			['b already-arranged'],
		],
		[
			'two at once',
			{ wanted: [wanted('a', 100), wanted('b', 105)] },
			['a overlaps-own', 'b overlaps-own'],
		],
		[
			'while the adult is elsewhere',
			{ wanted: [wanted('a', 100)], claims: claimsByThing([claim('adult', 'o', 105, 106)]) },
			['a overlaps-own'],
		],
		[
			'too little time to walk',
			{ wanted: [wanted('a', 100), wanted('b', 112, { placeKey: 'wing' })] },
			['b turn-too-short'],
		],
		[
			'too little time before what is fixed',
			{
				wanted: [wanted('a', 100)],
				fixed: [{ date: '2026-12-03', placeKey: 'wing', start: 112 * M, end: 122 * M }],
			},
			['a turn-too-short'],
		],
		[
			'too little time after what is fixed',
			{
				wanted: [wanted('a', 100)],
				fixed: [{ date: '2026-12-03', placeKey: 'wing', start: 88 * M, end: 98 * M }],
			},
			['a turn-too-short'],
		],
		[
			'no turn over two dates',
			{
				wanted: [wanted('a', 100)],
				fixed: [{ date: '2026-12-02', placeKey: 'wing', start: 88 * M, end: 98 * M }],
			},
			[],
		],
	] as [string, Partial<VisitToCheck>, string[]][])('%s', (_, part, expected) => {
		expect(check(part)).toEqual(expected);
	});
});

describe('who may do what', () => {
	const actors: Actor[] = [
		{ kind: 'organiser', account: 'o' },
		{ kind: 'helper', account: 'h' },
		{ kind: 'front-door', account: 'f' },
		{ kind: 'teacher', person: 't' },
		{ kind: 'interpreter', person: 'i' },
		{ kind: 'adult', adult: 'a', families: ['own'] },
		{ kind: 'system' },
	];
	it.each<[Act, object, string]>([
		['conference.see', {}, 'organiser helper system'],
		['conference.set-up', {}, 'organiser system'],
		['conference.publish', {}, 'organiser system'],
		['desk.set-up', {}, 'organiser system'],
		['floor.see', {}, 'organiser helper front-door system'],
		['families.see', {}, 'organiser helper system'],
		['links.see', {}, 'organiser system'],
		['visit.see', { family: 'own' }, 'organiser helper adult system'],
		['visit.see', { family: 'other' }, 'organiser helper system'],
		['visit.book', { family: 'own' }, 'organiser helper adult system'],
		['visit.book', { family: 'other' }, 'organiser helper system'],
		['visit.book', {}, 'organiser helper system'],
		['day.see', { person: 't' }, 'organiser helper teacher system'],
		['day.see', { person: 'other' }, 'organiser helper system'],
	])('%s of %j: %s', (act, subject, allowed) => {
		expect(
			actors
				.filter((actor) => may(actor, act, subject))
				.map(({ kind }) => kind)
				.join(' '),
		).toBe(allowed);
	});
});
