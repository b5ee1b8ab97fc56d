// A trial run with colleagues: they book in truth, nobody else hears of it, and it is gone in one act.
import postgres, { type Sql } from 'postgres';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { eq } from 'drizzle-orm';
import type { Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import { exportConference } from '$lib/server/api/conference-file/export-conference';
import { publishConference, withdrawConference } from '$lib/server/conferences/change-conference';
import { removeConference } from '$lib/server/conferences/remove-conference';
import { adult, family, notice } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { openLink } from '$lib/server/invitations/visitors';
import { composeNotice } from '$lib/server/notices/wordings/compose-notice';
import { listRegisterFamilies, listStudents } from '$lib/server/register/list-people';
import { saveAnswers } from '$lib/server/questions/save-answers';
import { saveQuestions } from '$lib/server/questions/save-questions';
import { beginTrial, endTrial, readTrial } from '$lib/server/trying/trial-run';
import { bookVisit } from '$lib/server/visits/change-visit';
import { deriveWishes } from '$lib/server/visits/derive-wishes';
import { makeEnquiry } from '$lib/server/visits/enquiries';
import { familyView } from '$lib/server/visits/family-view';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { wholeDatabaseOf } from '../whole-database';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool, type SmallSchool } from './small-school';

let app: App;
let school: SmallSchool;
let sql: Sql;
let asked: { conferenceId: string };

beforeAll(async () => {
	app = await freshApp();
	school = await smallSchool(app, { families: 2, desks: 2 });
	asked = { conferenceId: school.conference };
	sql = postgres(app.config.databaseUrl, { max: 1, onnotice: () => {} });
});
afterAll(() => sql.end());

/** Who comes in by a colleague's link. */
async function comeIn(index: number): Promise<Extract<Actor, { kind: 'adult' }>> {
	const trier = (await readTrial(app, school.organiser, school.conference))[index]!;
	const token = new URL(trier.link).pathname.split('/').at(-1)!;
	const visitor = (await openLink(app.db, app.config.key, token))?.visitor;
	return visitor as Extract<Actor, { kind: 'adult' }>;
}

/** What the whole database holds besides what tells that something was done. */
async function holdings(): Promise<Record<string, string>> {
	const whole = await wholeDatabaseOf(sql);
	return Object.fromEntries(
		Object.entries(whole).filter(
			([name]) =>
				name.startsWith('public.') &&
				!/\.(act|conference|change_number|register_change_order_seq)$/.test(name),
		),
	);
}

it('is for the time before families see the conference', async () => {
	const begin = () => beginTrial(app, school.organiser, { ...asked, name: 'Una Bell', email: '' });
	expect(await begin()).toEqual(refused('is-open'));
	done(await withdrawConference(app, school.organiser, asked));
	const before = await holdings();

	const colleague = { ...asked, name: 'Una Bell', email: 'una@school.example' };
	done(await beginTrial(app, school.organiser, colleague));
	const actor = await comeIn(0);
	const familyId = actor.families[0]!;
	const view = await familyView(app, actor, school.conference, familyId);
	expect(view.notBookable).toBeNull();
	expect(view.students.map(({ name }) => name)).toEqual(['Robin', 'Kim']);
	expect(view.wishes).toHaveLength(4);

	// What others do not see stays so for the school's own families.
	const own = school.families[0]!;
	const theirs = await familyView(app, own.actor, school.conference, own.id);
	expect(theirs.notBookable?.code).toBe('not-published');

	const [wish, other] = view.wishes;
	const slot = view.slots.find(({ desk }) => wish!.desks.includes(desk))!.id;
	const request = {
		...asked,
		familyId,
		key: newId(app.clock),
		appointments: [{ slot, wishes: [wish!.id] }],
	};
	done(await bookVisit(app, actor, request));
	done(await joinWaitingList(app, actor, { ...asked, familyId, wish: other!.id }));
	done(await makeEnquiry(app, actor, { ...asked, familyId, wish: other!.id, words: 'Really?' }));

	// What it says of the whole visit, and does with its own details, goes as well.
	const whole = { id: newId(app.clock), kind: 'short' as const, text: 'Who comes?', choices: [] };
	const questions = [{ ...whole, required: false, desks: null }];
	done(await saveQuestions(app, school.organiser, { ...asked, base: [], questions }));
	const said = { question: whole.id, wish: null, value: 'Both of us.' };
	done(await saveAnswers(app, actor, { ...asked, familyId, answers: [said] }));

	// The colleague alone is told, and it says what it is.
	const notices = await app.db
		.select()
		.from(notice)
		.where(eq(notice.familyId, familyId as never));
	expect(notices.map(({ kind }) => kind).sort()).toEqual(['booked', 'invited']);
	expect(notices.every(({ adultId }) => adultId === actor.adult)).toBe(true);
	const composed = await composeNotice(
		app,
		notices.find(({ kind }) => kind === 'booked')!,
	);
	expect(composed).toMatchObject({
		message: { to: 'una@school.example', subject: expect.stringMatching(/^Trial: /) },
	});

	// No list of people, and no file, holds anybody of it.
	for (const gone of [false, true]) {
		const query = { find: '', sort: 'name', descending: false, page: 1, gone };
		const [families, students] = await Promise.all([
			listRegisterFamilies(app, school.organiser, query),
			listStudents(app, school.organiser, query),
		]);
		expect(JSON.stringify([families, students])).not.toMatch(/Una|Robin/);
	}
	expect(
		JSON.stringify(await exportConference(app, school.organiser, school.conference)),
	).not.toMatch(/Robin|Una/);

	// It keeps the conference from being published, until it is wiped in one act.
	expect(await publishConference(app, school.organiser, asked)).toEqual(refused('trial-runs'));
	expect(done(await endTrial(app, school.organiser, asked))).toMatchObject({
		families: 1,
		appointments: 1,
	});
	const after = await holdings();
	expect({ ...after, 'public.question': before['public.question'] }).toEqual(before);
	done(await publishConference(app, school.organiser, asked));
});

it('gives each colleague a family of their own, and voids the links at the end', async () => {
	done(await withdrawConference(app, school.organiser, asked));
	for (const name of ['Una Bell', 'Ivo Lark'])
		done(await beginTrial(app, school.organiser, { ...asked, name, email: '' }));
	const [first, second] = [await comeIn(0), await comeIn(1)];
	expect(first.families).not.toEqual(second.families);
	const { link } = (await readTrial(app, school.organiser, school.conference))[0]!;
	done(await endTrial(app, school.organiser, asked));
	expect(
		await openLink(app.db, app.config.key, new URL(link).pathname.split('/').at(-1)!),
	).toBeNull();
});

it('keeps whom made-up families should meet when whom all others should is found out again', async () => {
	done(await beginTrial(app, school.organiser, { ...asked, name: 'Una Bell', email: '' }));
	const { families } = await comeIn(0);
	const wishes = () =>
		sql`select id, dropped_at from wish where family_id = ${families[0]!} order by id`;
	const before = await wishes();
	expect(before.length).toBeGreaterThan(0);
	await app.db.transaction((tx) => deriveWishes(tx, app.clock, school.conference));
	expect(await wishes()).toEqual(before);
	done(await endTrial(app, school.organiser, asked));
});

it('goes with a conference that is removed', async () => {
	done(await beginTrial(app, school.organiser, { ...asked, name: 'Una Bell', email: '' }));
	const actor = await comeIn(0);
	const familyId = actor.families[0]!;
	const view = await familyView(app, actor, school.conference, familyId);
	const slot = view.slots[0]!.id;
	const wish = view.wishes.find(({ desks }) => desks.includes(view.slots[0]!.desk))!;
	const request = {
		...asked,
		familyId,
		key: newId(app.clock),
		appointments: [{ slot, wishes: [wish.id] }],
	};
	done(await bookVisit(app, actor, request));
	// Nobody of the school has booked: no name is wanted.
	done(await removeConference(app, school.organiser, { ...asked, name: '' }));
	expect(await app.db.select().from(family)).toHaveLength(2);
	expect(await app.db.select().from(adult)).toHaveLength(2);
});
