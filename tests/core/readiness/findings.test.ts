import { expect, it } from 'vitest';
import { findFindings } from '$lib/core/readiness/find-findings';
import { byHarm, factsOf, finding, isGrave } from '$lib/core/readiness/finding';
import type { ReadinessFacts } from '$lib/core/readiness/readiness-facts';
import { typedDate } from '$lib/core/time/local-of';
import { at, conference, deskOf, placeOf, slotOf } from '../conference-fixtures';
import { readyFacts, wishFor } from './readiness-fixtures';

const told = (facts: ReadinessFacts) =>
	findFindings(facts).map(
		({ kind, what, about }) =>
			`${[kind, what].filter(Boolean).join(' ')}: ${about.map(({ id }) => id).join(', ')}`,
	);
type Changes = Parameters<typeof readyFacts>[0];
const sound = readyFacts();
const [ana] = sound.families;
const [teacher] = sound.teachers;
const [desk] = sound.desks;
const rules = (more: object) => ({
	conference: { ...conference, rules: { ...conference.rules, ...more } },
});
const twoRooms = {
	desks: [deskOf('d'), deskOf('e')],
	places: [
		placeOf('hall', { building: 'house', stepFree: false }),
		placeOf('field', { building: 'far' }),
	],
	walks: [{ from: 'house', to: 'far', minutes: 5 }],
};
const inHall = (start: number) => slotOf('d', start, { place: 'hall' });
const inField = (start: number) => slotOf('e', start, { place: 'field' });

it('finds nothing in a sound conference', () => {
	expect(told(sound)).toEqual([]);
});

it.each<[finding: string, changes: Changes]>([
	['rules-contradict family-below-student: ', { snapshot: rules({ perFamily: 1, perStudent: 2 }) }],
	[
		'opening-missed: ',
		{ snapshot: { conference: { ...conference, publishedAt: null, opensAt: at(-60) } } },
	],
	['no-desks: ', { desks: [], teachers: [] }],
	['no-times: d', { desks: [{ ...desk!, hasTimes: false }] }],
	['no-place: d', { desks: [{ ...desk!, lacksPlace: true }] }],
	['bad-link: d', { videos: [{ desk: 'd', link: 'video.example.org', isMade: false }] }],
	['bad-link: d', { videos: [{ desk: 'd', link: null, isMade: false }] }],
	[
		'clash outside-conference: d',
		{
			clashProblem: {
				...sound.clashProblem,
				sittings: [
					{
						desk: 'd',
						series: 's',
						date: '2026-12-03',
						start: at(600),
						end: at(660),
						persons: [],
						room: null,
						isRight: false,
					},
				],
			},
		},
	],
	[
		'teacher-without-desk: f',
		{ teachers: [teacher!, { ...teacher!, id: 'f', sitsAtDesk: false }] },
	],
	['class-without-teacher: 7b', { untaughtClasses: ['7b'] }],
	['unreceived: bo', { unreceived: ['bo'] }],
	['shortage: d', { wishes: ['ana', 'ben', 'cem', 'dia'].map((family) => wishFor(family, 'd')) }],
	[
		'never-step-free: ana, d',
		{
			families: [{ ...ana!, stepFree: true }],
			snapshot: { places: [placeOf('room', { stepFree: false })] },
		},
	],
	['never-interpreted: ana, d', { families: [{ ...ana!, interpreter: 'Arabic' }] }],
	['never-long-enough: ana, d', { wishes: [wishFor('ana', 'd', { length: 4 })] }],
	['unreachable: ana', { families: [{ ...ana!, adults: [] }] }],
	['email-malformed: d', { teachers: [{ ...teacher!, id: 'd', email: 'd@school' }] }],
	['email-missing: d', { teachers: [{ ...teacher!, id: 'd', email: null }] }],
	['email-unconfirmed: d', { teachers: [{ ...teacher!, id: 'd', isConfirmed: false }] }],
	['odd-hours: 2026-12-03', { hours: [{ date: typedDate('2026-12-03'), start: 200, end: 260 }] }],
	[
		'on-holiday Founder’s days: 2026-12-03',
		{
			holidays: [
				{ from: typedDate('2026-12-01'), to: typedDate('2026-12-02'), name: 'Storm days' },
				{ from: typedDate('2026-12-03'), to: typedDate('2026-12-05'), name: 'Founder’s days' },
			],
		},
	],
	['nobody-books: e', { desks: [desk!, { ...desk!, id: 'e' }] }],
])('finds %s', (expected, changes) => {
	expect(told(readyFacts(changes))).toContain(expected);
});

it('a family with more teachers than it may book is told of the limit, not of times', () => {
	const wishes = [wishFor('ana', 'd'), wishFor('ana', 'e', { student: 'second' })];
	const snapshot = {
		...rules({ perFamily: 1 }),
		desks: twoRooms.desks,
		slots: [slotOf('d', 600), slotOf('e', 600)],
	};
	expect(told(readyFacts({ snapshot, wishes }))).toEqual(['over-limit: ana, d, e']);
});

it.each([
	['two teachers with one slot each at the same time', [slotOf('d', 600), slotOf('e', 600)], 1],
	['with a slot more it is possible', [slotOf('d', 600), slotOf('e', 600), slotOf('e', 612)], 0],
])('%s', (_, slots, count) => {
	const wishes = [wishFor('ana', 'd'), wishFor('ana', 'e')];
	const facts = readyFacts({ wishes, snapshot: { desks: twoRooms.desks, slots } });
	expect(findFindings(facts).filter(({ kind }) => kind === 'never-all')).toHaveLength(count);
});

it('two adults may go to two teachers at once', () => {
	const wishes = [wishFor('ana', 'd'), wishFor('ana', 'e')];
	const slots = [slotOf('d', 600), slotOf('e', 600)];
	const second = { id: 'other', email: null, telephone: null };
	const families = [{ ...ana!, adults: [...ana!.adults, second] }];
	expect(
		told(readyFacts({ wishes, families, snapshot: { desks: twoRooms.desks, slots } })),
	).toEqual([]);
});

it.each([
	['meet at the same hours', [600, 612], ['never-apart: ana, ben']],
	['come one after the other', [600, 612, 700, 712], []],
])('families that must not meet, who can only %s', (_, starts, expected) => {
	const wishes = ['ana', 'ben'].map((family) => wishFor(family, 'd'));
	const facts = readyFacts({
		wishes,
		apart: [{ families: ['ana', 'ben'], marginMinutes: 30 }],
		snapshot: { slots: starts.map((start) => slotOf('d', start)) },
	});
	expect(told(facts)).toEqual(expected);
});

it('a walk longer than slots lie apart is told with the families that take it', () => {
	const wishes = [wishFor('ana', 'd'), wishFor('ana', 'e')];
	const snapshot = {
		...twoRooms,
		slots: [inHall(600), inField(600), inHall(612), inField(612), inHall(624), inField(624)],
	};
	const [found] = findFindings(readyFacts({ wishes, snapshot }));
	expect(found).toMatchObject({ kind: 'walk-too-long', numbers: { minutes: 5, families: 1 } });
	const near = { ...snapshot, walks: [{ ...twoRooms.walks[0]!, minutes: 2 }] };
	expect(told(readyFacts({ wishes, snapshot: near }))).toEqual([]);
});

it('nobody said whether there are steps where a family that needs none is meant to go', () => {
	const places = [placeOf('room', { stepFree: null }), placeOf('hall', { stepFree: true })];
	const slots = [slotOf('d', 600, { places: ['room', 'hall'] })];
	const families = [{ ...ana!, stepFree: true }];
	expect(told(readyFacts({ families, snapshot: { places, slots } }))).toEqual([
		'steps-unknown: room',
	]);
	expect(told(readyFacts({ snapshot: { places, slots } }))).toEqual([]);
});

it.each([
	['two families with one address', ['ana', 'ben'], ['first', 'second'], ['first', 'second']],
	['one household with one address', ['ana', 'ana'], ['first', 'second'], []],
	['one adult of two households', ['ana', 'ben'], ['first', 'first'], []],
])('e-mail addresses: %s', (_, households, adults, expected) => {
	const families = [...new Set(households)].map((id) => ({
		...ana!,
		id,
		adults: adults
			.filter((_, index) => households[index] === id)
			.map((adult) => ({ id: adult, email: 'Same@example.org', telephone: null })),
	}));
	const found = findFindings(readyFacts({ families })).filter(
		({ kind }) => kind === 'email-doubled',
	);
	expect(found.flatMap(({ about }) => about.map(({ id }) => id))).toEqual(expected);
});

it('what harms most comes first, and a finding with other facts is another finding', () => {
	const light = finding('nobody-books', 'desk', ['d']);
	const small = finding('shortage', 'desk', ['d'], { numbers: { slots: 1 } });
	const large = finding('shortage', 'desk', ['e'], { numbers: { slots: 9 } });
	expect(byHarm([light, small, large])).toEqual([large, small, light]);
	expect([light, small].map(isGrave)).toEqual([false, true]);
	expect(factsOf(small)).not.toBe(factsOf({ ...small, numbers: { slots: 2 } }));
	const both = finding('no-times', 'desk', ['d', 'e']);
	expect(factsOf(both)).toBe(factsOf(finding('no-times', 'desk', ['e', 'd'])));
});
