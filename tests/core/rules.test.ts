import { usualDeskRules } from '$lib/core/desks/desk-rules';
import { describe, expect, it } from 'vitest';
import type { ConferenceFacts, ConferenceSnapshot } from '$lib/core/snapshot/snapshot';
import { isOpen, type Booker } from '$lib/core/rules/booking-window';
import type { Rules } from '$lib/core/snapshot/rules';
import { usualRules } from '$lib/core/snapshot/rules';
import { compareVisits } from '$lib/core/visits/compare-visits';
import { settleVisit, type VisitFacts } from '$lib/core/visits/settle-visit';
import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
import {
	at,
	claimOn,
	conference,
	deskOf,
	factsOf,
	placeOf,
	slotOf,
	snapshotOf,
} from './conference-fixtures';

const family: Booker = { office: false, asked: false };
const office: Booker = { office: true, asked: false };

describe('when a conference can be booked', () => {
	it.each<[string, Partial<ConferenceFacts>, Partial<Rules>, Booker, string]>([
		['open', {}, {}, family, 'yes'],
		['not published', { publishedAt: null }, {}, office, 'not-published'],
		['taken back', { withdrawnAt: 1 }, {}, office, 'not-published'],
		['paused', { pausedAt: 1 }, {}, family, 'paused'],
		['paused, the office on the telephone', { pausedAt: 1 }, {}, office, 'yes'],
		['before it opens', { opensAt: at(501) }, {}, family, 'not-open-yet'],
		['the moment that it opens', { opensAt: at(500) }, {}, family, 'yes'],
		[
			'early, asked by nobody',
			{ opensAt: at(600) },
			{ earlyOpensAt: at(400) },
			family,
			'not-open-yet',
		],
		[
			'early, asked by a teacher',
			{ opensAt: at(600) },
			{ earlyOpensAt: at(400) },
			{ office: false, asked: true },
			'yes',
		],
		[
			'still too early for those who were asked',
			{ opensAt: at(600) },
			{ earlyOpensAt: at(550) },
			{ office: false, asked: true },
			'not-open-yet',
		],
		['the moment that it closes', { closesAt: at(500) }, {}, family, 'closed'],
		['after it closed, the office', { closesAt: at(400) }, {}, office, 'yes'],
	])('%s', (_, facts, rules, booker, expected) => {
		const answer = isOpen(
			{ ...conference, ...facts, rules: { ...usualRules, ...rules } },
			booker,
			at(500),
		);
		expect(answer === 'yes' ? answer : answer.code).toBe(expected);
	});
});

/** What a visit comes to: the codes of its conflicts, or `booked` and `asked` with their times. */
function outcome(facts: VisitFacts, wanted: readonly WantedAppointment[]): string[] {
	const visit = settleVisit(facts, wanted);
	return visit.ok
		? visit.appointments.map(
				({ standing, slots }) => `${standing} ${slots.map(({ id }) => id).join('+')}`,
			)
		: visit.conflicts.map(({ slot, code }) => `${slot}: ${code}`);
}

const want = (slot: string, more: Partial<WantedAppointment> = {}): WantedAppointment => ({
	slot,
	wishes: [`for ${slot.split(' ')[0]}`],
	...more,
});

describe('one appointment', () => {
	const rules = (change: Partial<Rules>): Partial<ConferenceSnapshot> => ({
		conference: { ...conference, rules: { ...usualRules, ...change } },
	});
	it.each<
		[
			string,
			Partial<ConferenceSnapshot>,
			Parameters<typeof factsOf>[1],
			Partial<WantedAppointment>,
			string,
		]
	>([
		['is booked', {}, {}, {}, 'booked d 600'],
		['is past', {}, { now: at(600) }, {}, 'd 600: past'],
		['is just in time', rules({ latestMinutes: 100 }), {}, {}, 'booked d 600'],
		['is too late', rules({ latestMinutes: 101 }), {}, {}, 'd 600: too-late'],
		[
			'is late, for the office',
			rules({ latestMinutes: 101 }),
			{ booker: office },
			{},
			'booked d 600',
		],
		['is on the furthest day', rules({ furthestDate: '2026-12-03' }), {}, {}, 'booked d 600'],
		['is beyond it', rules({ furthestDate: '2026-12-02' }), {}, {}, 'd 600: too-far-ahead'],
		['is within the rolling days', rules({ rollingDays: 0 }), {}, {}, 'booked d 600'],
		[
			'is beyond the rolling days',
			rules({ rollingDays: 1 }),
			{ now: at(500 - 2 * 1440) },
			{},
			'd 600: too-far-ahead',
		],
		['is taken', {}, { claims: [claimOn('d', 600, 612, 'd 600')] }, {}, 'd 600: taken'],
		[
			'has its teacher elsewhere',
			{},
			{ claims: [claimOn('teacher d', 595, 601)] },
			{},
			'd 600: taken',
		],
		[
			'has its teacher elsewhere in the gap',
			{},
			{ claims: [claimOn('teacher d', 611, 620)] },
			{},
			'd 600: taken',
		],
		[
			'has its teacher busy in the gap only',
			{},
			{ claims: [{ ...claimOn('teacher d', 611, 620), standing: 'busy' }] },
			{},
			'booked d 600',
		],
		['is in no conference', {}, {}, { slot: 'x' }, 'x: taken'],
		['is for nobody', {}, {}, { wishes: [] }, 'd 600: no-wish-for-this-desk'],
		['is for somebody else’s wish', {}, {}, { wishes: ['for x'] }, 'd 600: no-wish-for-this-desk'],
		[
			'is arranged already',
			{},
			{ wishes: [{ id: 'for d', student: 'ana', desks: ['d'], length: 1, placed: true }] },
			{},
			'd 600: already-arranged',
		],
		[
			'is a second one for student and desk',
			{},
			{
				counted: {
					own: [{ desk: 'd', date: '2026-12-03' as const, students: ['ana'] }],
					others: [],
					atDesk: () => 0,
				},
			},
			{},
			'd 600: already-arranged',
		],
		[
			'is a second one where that is allowed',
			rules({ oncePerDesk: false }),
			{
				counted: {
					own: [{ desk: 'd', date: '2026-12-03' as const, students: ['ana'] }],
					others: [],
					atDesk: () => 0,
				},
			},
			{},
			'booked d 600',
		],
		[
			'has been arranged by the other household',
			rules({ households: 'together' }),
			{
				counted: {
					own: [],
					others: [{ desk: 'd', date: null, students: ['ana'] }],
					atDesk: () => 0,
				},
			},
			{},
			'd 600: already-arranged',
		],
		[
			'is one for each household',
			{},
			{
				counted: {
					own: [],
					others: [{ desk: 'd', date: null, students: ['ana'] }],
					atDesk: () => 0,
				},
			},
			{},
			'booked d 600',
		],
		[
			'is one too many for the student',
			rules({ perStudent: 1 }),
			{
				counted: {
					own: [{ desk: 'e', date: '2026-12-03' as const, students: ['ana'] }],
					others: [],
					atDesk: () => 0,
				},
			},
			{},
			'd 600: student-limit',
		],
		[
			'is one too many for the family',
			rules({ perFamily: 1 }),
			{
				counted: {
					own: [{ desk: 'e', date: '2026-12-03' as const, students: ['ben'] }],
					others: [],
					atDesk: () => 0,
				},
			},
			{},
			'd 600: family-limit',
		],
		[
			'is one too many for the desk that day',
			rules({ perDeskDay: 3 }),
			{ counted: { own: [], others: [], atDesk: () => 3 } },
			{},
			'd 600: desk-day-limit',
		],
		[
			'is one more by the office',
			rules({ perDeskDay: 3, perFamily: 1, perStudent: 1 }),
			{
				booker: office,
				counted: {
					own: [{ desk: 'e', date: null, students: ['ana'] }],
					others: [],
					atDesk: () => 3,
				},
			},
			{},
			'booked d 600',
		],
		['is asked for', rules({ acceptance: 'asked' }), {}, {}, 'asked d 600'],
		[
			'is asked for at this desk',
			{ desks: [deskOf('d', { rules: { ...usualDeskRules, acceptance: 'asked' } })] },
			{},
			{},
			'asked d 600',
		],
		[
			'is booked at once at this desk',
			{
				...rules({ acceptance: 'asked' }),
				desks: [deskOf('d', { rules: { ...usualDeskRules, acceptance: 'at-once' } })],
			},
			{},
			{},
			'booked d 600',
		],
		[
			'is booked by the office',
			rules({ acceptance: 'asked' }),
			{ booker: office },
			{},
			'booked d 600',
		],
		['has no adult', {}, { adults: [] }, {}, 'd 600: nobody-comes'],
		[
			'is for an adult who may not know',
			{},
			{ adults: [{ id: 'eve', thing: 'eve', notSee: ['ana'] }] },
			{},
			'd 600: nobody-comes',
		],
		['names a stranger', {}, {}, { adults: ['mallory'] }, 'd 600: not-of-the-family'],
		['brings a strange child', {}, {}, { students: ['zoe'] }, 'd 600: not-of-the-family'],
		[
			'has its adult elsewhere',
			{},
			{ claims: [claimOn('eve', 605, 606)] },
			{},
			'd 600: overlaps-own',
		],
		[
			'has its student elsewhere',
			{},
			{ claims: [claimOn('ana along', 605, 606)] },
			{ students: ['ana'] },
			'd 600: student-elsewhere',
		],
		[
			'does not bring its student',
			{},
			{ claims: [claimOn('ana along', 605, 606)] },
			{},
			'booked d 600',
		],
		[
			'brings a student whom another household brings elsewhere',
			{},
			{ claims: [claimOn('ana along with others', 605, 606)] },
			{ students: ['ana'] },
			'booked d 600',
		],
		[
			'has steps',
			{ places: [placeOf('room', { stepFree: false })] },
			{ needs: { stepFree: true, interpreter: null } },
			{},
			'd 600: not-step-free',
		],
		[
			'nobody has said whether it has steps',
			{ places: [placeOf('room', { stepFree: null })] },
			{ needs: { stepFree: true, interpreter: null } },
			{},
			'd 600: not-step-free',
		],
		[
			'has steps, by video',
			{ places: [placeOf('room', { kind: 'video', stepFree: false })] },
			{ needs: { stepFree: true, interpreter: null } },
			{},
			'booked d 600',
		],
		['is in no other mode', {}, {}, { mode: 'video' }, 'd 600: mode-not-offered'],
		[
			'finds nobody to interpret',
			{},
			{ needs: { stepFree: false, interpreter: 'Arabic' } },
			{},
			'd 600: no-interpreter',
		],
		[
			'finds somebody to interpret',
			{ interpreters: [{ person: 'i', languages: ['French', ' arabic'], hours: null }] },
			{ needs: { stepFree: false, interpreter: 'Arabic' } },
			{},
			'booked d 600',
		],
		[
			'finds the interpreter gone before its end',
			{
				interpreters: [
					{ person: 'i', languages: ['Arabic'], hours: [{ start: at(540), end: at(609) }] },
				],
			},
			{ needs: { stepFree: false, interpreter: 'Arabic' } },
			{},
			'd 600: no-interpreter',
		],
		[
			'finds the interpreter with others',
			{ interpreters: [{ person: 'i', languages: ['Arabic'], hours: null }] },
			{ needs: { stepFree: false, interpreter: 'Arabic' }, claims: [claimOn('i', 590, 601)] },
			{},
			'd 600: no-interpreter',
		],
		[
			'takes two slots with an interpreter',
			{
				...rules({ interpretedLength: 2 }),
				interpreters: [{ person: 'i', languages: ['Arabic'], hours: null }],
			},
			{ needs: { stepFree: false, interpreter: 'Arabic' } },
			{},
			'booked d 600+d 612',
		],
		[
			'is too short at the end of a sitting',
			{ slots: [slotOf('d', 600)] },
			{ wishes: [{ id: 'for d', student: 'ana', desks: ['d'], length: 2, placed: false }] },
			{},
			'd 600: too-short',
		],
		[
			'loses its second slot',
			{},
			{
				claims: [claimOn('d', 612, 624, 'd 612')],
				wishes: [{ id: 'for d', student: 'ana', desks: ['d'], length: 2, placed: false }],
			},
			{},
			'd 600: taken',
		],
		['would meet a family kept apart', {}, { closed: new Set(['d 600']) }, {}, 'd 600: taken'],
	])('%s', (_, snapshot, facts, wanted, expected) => {
		const place = { ...want('d 600'), ...wanted };
		expect(outcome(factsOf(snapshotOf(snapshot), facts), [place])).toEqual([expected]);
	});

	it('says with which facts it is refused', () => {
		const facts = factsOf(snapshotOf(rules({ latestMinutes: 101, rollingDays: 3 })));
		expect(settleVisit(facts, [want('d 600')])).toEqual({
			ok: false,
			conflicts: [{ slot: 'd 600', code: 'too-late', until: at(499) }],
		});
	});

	it('goes where the family chose, or to the usual place', () => {
		const snapshot = snapshotOf({
			places: [placeOf('room'), placeOf('link', { kind: 'video' })],
			slots: [slotOf('d', 600, { places: ['room', 'link'] })],
		});
		const places = (more: Partial<WantedAppointment>) => {
			const visit = settleVisit(factsOf(snapshot), [want('d 600', more)]);
			return visit.ok && visit.appointments.map(({ place }) => place.id);
		};
		expect(places({})).toEqual(['room']);
		expect(places({ mode: 'video' })).toEqual(['link']);
		expect(places({ mode: 'telephone' })).toBe(false);
	});

	it('of a pool is with the least busy one who is free, or with whom the family picked', () => {
		const people = ['ida', 'jon', 'kim'].map((person) => ({ person, role: 'any' as const }));
		const receiver = (familyPicks: boolean, person?: string) => {
			const snapshot = snapshotOf({
				desks: [deskOf('d', { people, familyPicks })],
				slots: [slotOf('d', 600, { seats: 3 }), slotOf('d', 612, { seats: 3 })],
			});
			const claims = [claimOn('ida', 612, 624, 'd 612'), claimOn('jon', 605, 620)];
			const visit = settleVisit(factsOf(snapshot, { claims }), [
				want('d 600', person ? { person } : {}),
			]);
			return visit.ok ? visit.appointments[0]!.receiver : visit.conflicts[0]!.code;
		};
		expect(receiver(false)).toBe('kim');
		expect(receiver(true, 'ida')).toBe('ida');
		expect(receiver(true, 'jon')).toBe('taken');
		expect(receiver(false, 'ida')).toBe('kim');
	});
});

describe('a whole visit', () => {
	const desks = [deskOf('d'), deskOf('e')];
	const slots = [600, 612, 624].flatMap((start) => [
		slotOf('d', start),
		slotOf('e', start, { place: 'wing' }),
	]);
	const places = [placeOf('room', { building: 'a' }), placeOf('wing', { building: 'b' })];
	const walks = [{ from: 'a', to: 'b', minutes: 5 }];
	const school = snapshotOf({ desks, slots, places, walks });
	const both = [
		{ id: 'eve', thing: 'eve', notSee: [] },
		{ id: 'adam', thing: 'adam', notSee: [] },
	];
	it.each<[string, Parameters<typeof factsOf>[1], WantedAppointment[], string[]]>([
		['with time to walk', {}, [want('d 600'), want('e 624')], ['booked d 600', 'booked e 624']],
		['without', {}, [want('d 600'), want('e 612')], ['e 612: turn-too-short']],
		['in another order of words', {}, [want('e 612'), want('d 600')], ['e 612: turn-too-short']],
		['at two desks at once', {}, [want('d 600'), want('e 600')], ['e 600: overlaps-own']],
		[
			'divided between two adults',
			{ adults: both },
			[want('d 600', { adults: ['eve'] }), want('e 600', { adults: ['adam'] })],
			['booked d 600', 'booked e 600'],
		],
		[
			'before what stays elsewhere',
			{
				staying: [
					{
						desk: 'x',
						students: [],
						date: '2026-12-03' as const,
						placeKey: 'wing',
						start: at(612),
						end: at(622),
						adults: ['eve'],
						interpreter: null,
					},
				],
			},
			[want('d 600')],
			['d 600: turn-too-short'],
		],
		[
			'before what only the other adult attends',
			{
				adults: both,
				staying: [
					{
						desk: 'x',
						students: [],
						date: '2026-12-03' as const,
						placeKey: 'wing',
						start: at(612),
						end: at(622),
						adults: ['adam'],
						interpreter: null,
					},
				],
			},
			[want('d 600', { adults: ['eve'] })],
			['booked d 600'],
		],
		['with one wish twice', {}, [want('d 600'), want('d 624')], ['d 624: already-arranged']],
		[
			'with a child who is along with both adults at once',
			{ adults: both },
			[
				want('d 600', { adults: ['eve'], students: ['ana'] }),
				want('e 600', { adults: ['adam'], students: ['ana'] }),
			],
			['e 600: student-elsewhere'],
		],
	])('%s', (_, facts, wanted, expected) => {
		expect(outcome(factsOf(school, facts), wanted)).toEqual(expected);
	});

	it('keeps limits over its own appointments', () => {
		const limited = { ...conference, rules: { ...usualRules, perFamily: 1 } };
		expect(
			outcome(factsOf({ ...school, conference: limited }), [want('d 600'), want('e 624')]),
		).toEqual(['e 624: family-limit']);
	});

	it('of two adults at once needs two interpreters, and one after the other stays with one', () => {
		const interpreters = ['i', 'j'].map((person) => ({
			person,
			languages: ['Arabic'],
			hours: null,
		}));
		const needs = { stepFree: false, interpreter: 'Arabic' };
		const who = (wanted: WantedAppointment[], count: number) => {
			const snapshot = { ...school, interpreters: interpreters.slice(0, count) };
			const visit = settleVisit(factsOf(snapshot, { needs, adults: both }), wanted);
			return visit.ok
				? visit.appointments.map(({ interpreter }) => interpreter)
				: visit.conflicts.map(({ code }) => code);
		};
		const atOnce = [want('d 600', { adults: ['eve'] }), want('e 600', { adults: ['adam'] })];
		expect(who(atOnce, 2)).toEqual(['i', 'j']);
		expect(who(atOnce, 1)).toEqual(['no-interpreter']);
		expect(who([want('d 600'), want('e 624')], 2)).toEqual(['i', 'i']);
	});
});

describe('from one visit to another', () => {
	const by = { mode: 'in-person' as const, receiver: null };
	const own = [
		{ id: '1', slots: ['a'], wishes: ['w'], adults: ['eve'], along: [], ...by },
		{ id: '2', slots: ['b'], wishes: ['v'], adults: ['eve'], along: [], ...by },
	];
	it.each<[string, WantedAppointment[], unknown]>([
		[
			'the same',
			[
				{ slot: 'a', wishes: ['w'] },
				{ slot: 'b', wishes: ['v'] },
			],
			{ ended: [], wanted: [] },
		],
		['less', [{ slot: 'a', wishes: ['w'] }], { ended: ['2'], wanted: [] }],
		[
			'moved',
			[
				{ slot: 'a', wishes: ['w'] },
				{ slot: 'c', wishes: ['v'] },
			],
			{ ended: [], wanted: [{ id: '2', slot: 'c', wishes: ['v'] }] },
		],
		[
			'exchanged',
			[
				{ slot: 'b', wishes: ['w'] },
				{ slot: 'a', wishes: ['v'] },
			],
			{
				ended: [],
				wanted: [
					{ id: '1', slot: 'b', wishes: ['w'] },
					{ id: '2', slot: 'a', wishes: ['v'] },
				],
			},
		],
		[
			'another',
			[{ slot: 'c', wishes: ['u'] }],
			{ ended: ['1', '2'], wanted: [{ slot: 'c', wishes: ['u'] }] },
		],
		[
			'other people',
			[{ slot: 'a', wishes: ['w'], students: ['ana'] }],
			{ ended: ['2'], wanted: [{ id: '1', slot: 'a', wishes: ['w'], students: ['ana'] }] },
		],
	])('%s', (_, wanted, difference) => {
		expect(compareVisits(own, wanted)).toEqual(difference);
	});
});
