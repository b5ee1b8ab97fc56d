import { usualDeskRules } from '$lib/core/desks/desk-rules';
import { describe, expect, it } from 'vitest';
import { claimsByThing, seatState } from '$lib/core/snapshot/seat-state';
import { phaseOf } from '$lib/core/conferences/phase';
import { travelBetween } from '$lib/core/snapshot/ways';
import type { Claim, ConferenceFacts, Desk, Slot } from '$lib/core/snapshot/snapshot';
import { usualRules } from '$lib/core/snapshot/rules';
import { may, type Act, type Actor } from '$lib/core/permissions/may';
import { turnMinutes } from '$lib/core/snapshot/turn';

const M = 60_000;
const conference: ConferenceFacts = {
	id: 'c',
	version: 1,
	address: 'winter',
	name: 'Winter',
	words: '',
	limitNote: '',
	timeZone: 'America/Halifax',
	pauseMinutes: 0,
	switchMinutes: 15,
	publishedAt: 0,
	pausedAt: null,
	pauseWords: '',
	withdrawnAt: null,
	opensAt: null,
	closesAt: null,
	rules: usualRules,
};
const desk: Desk = {
	id: 'desk',
	number: 1,
	name: 'D',
	subject: 'S',
	words: '',
	picture: null,
	familyPicks: false,
	substitutes: [],
	rules: usualDeskRules,
	people: [{ person: 'teacher', role: 'all' }],
};
const slot = (id: string, start: number, more: Partial<Slot> = {}): Slot => ({
	id,
	desk: 'desk',
	sitting: 'sitting',
	place: 'room',
	places: ['room'],
	date: '2026-12-03' as const,
	start: start * M,
	end: (start + 10) * M,
	claimEnd: (start + 12) * M,
	seats: 1,
	...more,
});
const claim = (thing: string, occupancy: string, from: number, to: number): Claim => ({
	thing,
	occupancy,
	start: from * M,
	end: to * M,
	standing: 'booked',
});

describe('a seat', () => {
	it.each([
		['is free', slot('s', 100), [], 'free'],
		['is booked', slot('s', 100), [claim('desk', 's', 100, 112)], 'booked'],
		['is past', slot('s', 0), [], 'past'],
		['stays booked when it is past', slot('s', 0), [claim('desk', 's', 0, 12)], 'booked'],
		[
			'is blocked by hand',
			slot('s', 100),
			[{ ...claim('desk', 'desk', 100, 110), standing: 'busy' as const }],
			'blocked',
		],
		[
			'is free beside one that is blocked by hand, in its gap as well',
			slot('s', 100),
			[{ ...claim('desk', 'desk', 111, 121), standing: 'busy' as const }],
			'free',
		],
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
	const dates = ['2026-12-03', '2026-12-04'] as const;
	const noon = Date.parse('2026-11-24T12:00:00Z');
	it.each([
		['not published', { publishedAt: null }, noon, 'being-prepared'],
		['withdrawn', { withdrawnAt: 1 }, noon, 'being-prepared'],
		['before it opens', { opensAt: noon + 1 }, noon, 'being-prepared'],
		['open', {}, noon, 'open'],
		['paused', { pausedAt: 1 }, noon, 'paused'],
		['closed', { closesAt: noon }, noon, 'closed'],
		['on its first date, in its own zone', {}, Date.parse('2026-12-03T04:00:00Z'), 'today'],
		['just before that date begins there', {}, Date.parse('2026-12-03T03:59:00Z'), 'open'],
		['over', {}, Date.parse('2026-12-05T04:00:00Z'), 'over'],
	] as const)('%s', (_, part, now, phase) => {
		const facts = { ...conference, ...part };
		expect(phaseOf(facts, dates, now)).toBe(phase);
	});
});

it('people walk between buildings, and switch between a room and video', () => {
	const place = (id: string, building: string | null) => ({
		id,
		name: id,
		building,
		buildingName: building,
		stepFree: true,
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
