import { beforeAll, expect, it } from 'vitest';
import type { BookingQuestion } from '$lib/core/questions/booking-question';
import type { VisitRequest } from '$lib/operations/visits';
import { copyConference } from '$lib/server/conferences/copy-conference';
import { exportConference } from '$lib/server/api/conference-file/export-conference';
import { act, adultRight, bookingAnswer } from '$lib/server/foundation/database/schema';
import { eraseFamily, familyData } from '$lib/server/register/erase-family';
import { readQuestions } from '$lib/server/questions/read-questions';
import { saveAnswers } from '$lib/server/questions/save-answers';
import { saveQuestions } from '$lib/server/questions/save-questions';
import { readFloor } from '$lib/server/floor/read-floor';
import { readSeat } from '$lib/server/floor/read-seat';
import { bookVisit } from '$lib/server/visits/change-visit';
import { familyView } from '$lib/server/visits/family-view';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool } from './small-school';

const WHOLE = '0199f000-0000-7000-8000-000000000001';
const AT_DESK = '0199f000-0000-7000-8000-000000000002';

async function askingSchool() {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const { conference: conferenceId, organiser } = school;
	const questions: BookingQuestion[] = [
		{
			id: WHOLE,
			kind: 'one',
			text: 'How do you come?',
			choices: ['car', 'bus'],
			required: true,
			desks: null,
		},
		{
			id: AT_DESK,
			kind: 'long',
			text: 'What about?',
			choices: [],
			required: false,
			desks: [school.desks[1]!],
		},
	];
	done(await saveQuestions(app, organiser, { conferenceId, base: [], questions }));
	const view = (actor = school.families[0]!.actor) =>
		familyView(app, actor, conferenceId, school.families[0]!.id);
	return { app, school, questions, conferenceId, organiser, view };
}

let house: Awaited<ReturnType<typeof askingSchool>>;
let request: VisitRequest;
beforeAll(async () => {
	house = await askingSchool();
	request = await house.school.request(0, [
		[0, 0],
		[1, 2],
	]);
});

it('nothing is booked without a required answer, and what is said stands with the visit', async () => {
	const { app, school, view } = house;
	const [family] = school.families;
	expect(await bookVisit(app, family!.actor, request)).toEqual({
		...refused('unanswered'),
		unanswered: [{ question: WHOLE, wish: null, why: 'missing' }],
	});
	expect((await view()).appointments).toEqual([]);
	const wrong = [{ question: WHOLE, wish: null, value: 'on foot' }];
	expect(await bookVisit(app, family!.actor, { ...request, answers: wrong })).toMatchObject({
		unanswered: [{ why: 'unfit' }],
	});

	const wish = await school.wish(0, 1);
	const answers = [
		{ question: WHOLE, wish: null, value: 'bus' },
		{ question: AT_DESK, wish, value: ' Reading ' },
		// Nobody asked that there.
		{ question: AT_DESK, wish: await school.wish(0, 0), value: 'Writing' },
	];
	done(await bookVisit(app, family!.actor, { ...request, answers }));
	expect((await view()).answers).toEqual([
		{ question: WHOLE, wish: null, value: 'bus' },
		{ question: AT_DESK, wish, value: 'Reading' },
	]);
	// Those at the school read it where the family sits, and acts hold nothing of it.
	const floor = await readFloor(app, house.organiser, house.conferenceId);
	const said = await Promise.all(
		floor.desks.map(async ({ slots }) => {
			const { id } = slots.find(({ taken }) => taken > 0)!;
			const seat = await readSeat(app, house.organiser, house.conferenceId, id);
			return seat!.seated.flatMap(({ said }) => said.map(({ value }) => value));
		}),
	);
	expect(said).toEqual([['bus'], ['bus', 'Reading']]);
	expect(JSON.stringify(await app.db.select().from(act))).not.toContain('Reading');
});

it('what was said is changed until the visit, and taken away by saying nothing', async () => {
	const { app, school, conferenceId, view } = house;
	const [family, other] = school.families;
	const wish = await school.wish(0, 1);
	const ask = { conferenceId, familyId: family!.id };
	const empty = await saveAnswers(app, family!.actor, {
		...ask,
		answers: [{ question: WHOLE, wish: null, value: '' }],
	});
	expect(empty).toMatchObject(refused('unanswered'));
	done(
		await saveAnswers(app, family!.actor, {
			...ask,
			answers: [
				{ question: WHOLE, wish: null, value: 'car' },
				{ question: AT_DESK, wish, value: '' },
			],
		}),
	);
	expect((await view()).answers).toEqual([{ question: WHOLE, wish: null, value: 'car' }]);
	await expect(saveAnswers(app, other!.actor, { ...ask, answers: [] })).rejects.toThrow();
});

it('the office may leave questions open for a family on the telephone', async () => {
	const { app, school, organiser } = house;
	const theirs = await school.request(1, [[0, 4]]);
	done(await bookVisit(app, organiser, theirs));
});

it('the next conference asks the same, at the desks of the same numbers', async () => {
	const { app, organiser, conferenceId } = house;
	const copied = done(
		await copyConference(app, organiser, {
			earlier: conferenceId,
			name: 'Spring',
			dates: ['2027-03-04'],
		}),
	);
	const again = await readQuestions(app.db, copied.id);
	expect(again.map(({ text, desks }) => [text, desks?.length ?? null])).toEqual([
		['How do you come?', null],
		['What about?', 1],
	]);
});

it('a question keeps its answers while it is asked; two who edit do not undo one another', async () => {
	const { app, organiser, conferenceId, questions } = house;
	const stored = await readQuestions(app.db, conferenceId);
	const [first, second] = stored;
	const reordered = [second!, { ...first!, text: 'How will you come?' }];
	done(await saveQuestions(app, organiser, { conferenceId, base: stored, questions: reordered }));
	expect(await app.db.$count(bookingAnswer)).toBe(1);
	const stale = await saveQuestions(app, organiser, { conferenceId, base: stored, questions });
	expect(stale).toEqual(refused('newer'));
	const now = await readQuestions(app.db, conferenceId);
	expect(now.map(({ text }) => text)).toEqual(['What about?', 'How will you come?']);
	const faulty = [{ ...first!, choices: ['one'] }];
	expect(
		await saveQuestions(app, organiser, { conferenceId, base: now, questions: faulty }),
	).toMatchObject({ reason: 'faults', faults: [{ code: 'too-few-choices' }] });
});

it('where rights are withdrawn, one adult reads nothing of what another said of the visit', async () => {
	const { app, school, conferenceId, organiser } = await askingSchool();
	const [family, elsewhere] = school.families;
	await app.db.insert(adultRight).values({
		adultId: family!.adult,
		studentId: elsewhere!.student,
		mayBook: false,
		maySee: false,
		isTold: false,
	});
	const answers = [{ question: WHOLE, wish: null, value: 'bus' }];
	const visit = await school.request(0, [[0, 0]]);
	done(await bookVisit(app, family!.actor, { ...visit, answers }));
	const mine = await familyView(app, family!.actor, conferenceId, family!.id);
	expect(mine.answers).toEqual(answers);
	const theirs = { ...family!.actor, adult: elsewhere!.adult };
	expect((await familyView(app, theirs, conferenceId, family!.id)).answers).toEqual([]);
	expect((await familyView(app, organiser, conferenceId, family!.id)).answers).toEqual(answers);
	// The file, in which nothing of withdrawn rights stands, leaves it out.
	const file = JSON.stringify(await exportConference(app, organiser, conferenceId));
	expect(file).toContain('How do you come?');
	expect(file).not.toContain('"bus"}');
});

it('what was said is in the family’s own data, and erased with it', async () => {
	const { app, school, organiser } = house;
	const { id } = school.families[0]!;
	expect(await familyData(app, organiser, id)).toContain('"answer": "car"');
	done(await eraseFamily(app, organiser, { family: id, label: 'Family 0' }));
	expect(await app.db.$count(bookingAnswer)).toBe(0);
});
