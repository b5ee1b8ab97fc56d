import { randomUUID } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { SYSTEM } from '$lib/core/permissions/may';
import type { Entry } from '$lib/core/snapshot/rules';
import type { App } from '$lib/server/app';
import { saveRules } from '$lib/server/conferences/save-rules';
import {
	adult,
	family,
	familyAdult,
	invitation,
	newcomer,
	notice,
	student,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { visitorByCookie } from '$lib/server/invitations/visitors';
import type { Message } from '$lib/server/messages/mailer';
import { answerNewcomer } from '$lib/server/newcomers/answer-newcomer';
import { askIn } from '$lib/server/newcomers/ask-in';
import { countNewcomers } from '$lib/server/newcomers/count-newcomers';
import { enterBy } from '$lib/server/newcomers/enter';
import { forgetNewcomers } from '$lib/server/newcomers/forget-newcomers';
import { waitingNewcomers } from '$lib/server/newcomers/waiting-newcomers';
import { whoComes } from '$lib/server/newcomers/who-comes';
import { newcomerLetter, writeToNewcomer } from '$lib/server/newcomers/write-to-newcomer';
import { bookVisit } from '$lib/server/visits/change-visit';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool } from './small-school';

const DAY = 86_400_000;
const NEW = 'new@post.example';

/** A school with a conference that lets in as said, and what the mail server was handed. */
async function openSchool(entry: Entry) {
	const plain = await freshApp();
	let now = plain.clock.now();
	const sent: Message[] = [];
	const app: App = {
		...plain,
		clock: { now: () => now },
		mail: {
			...plain.mail,
			async send(message) {
				sent.push(message);
				return 'sent';
			},
		},
	};
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const { conference, organiser } = school;
	done(await saveRules(app, organiser, { conferenceId: conference, rules: { entry } }));
	await app.db
		.update(adult)
		.set({ email: 'Known@post.example' })
		.where(eq(adult.id, school.families[0]!.adult));
	/** Sends what waits to be sent. */
	const post = async () => {
		const jobs = await app.db.execute<{ payload: unknown }>(sql`
			select payload from graphile_worker.complete_jobs(array(
				select id from graphile_worker.jobs where task_identifier = 'write-to-newcomer'))`);
		for (const { payload } of jobs)
			await writeToNewcomer(app, newcomerLetter.parse(payload).letter);
	};
	const visitor = (cookie: string | undefined) => visitorByCookie(app.db, app.config.key, cookie);
	/** Asks for a link; the token of the one that comes. */
	const ask = async (email: string) => {
		done(await askIn(app, SYSTEM, { conferenceId: conference, email }));
		await post();
		return /come\/in\/(\S+)/.exec(sent.at(-1)!.text)![1]!;
	};
	return {
		app,
		school,
		sent,
		post,
		ask,
		pass: (milliseconds: number) => (now += milliseconds),
		waiting: () => waitingNewcomers(app, organiser, conference),
		answer: (
			id: string,
			answer: Parameters<typeof answerNewcomer>[2]['answer'],
			actor = organiser,
		) => answerNewcomer(app, actor, { newcomer: id, answer }),
		/** Books the first slot of the first desk for the family that a cookie lets in. */
		async book(cookie: string | undefined) {
			const actor = await visitor(cookie);
			if (actor?.kind !== 'adult') throw new Error('the cookie lets nobody in');
			const [familyId] = actor.families;
			const [wished] = await app.db
				.select({ id: wish.id })
				.from(wish)
				.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
				.where(sql`family_id = ${familyId!} and desk_id = ${school.desks[0]!}`);
			const [slot] = await school.slots(0);
			return bookVisit(app, actor, {
				conferenceId: conference,
				familyId: familyId!,
				key: randomUUID(),
				appointments: [{ slot: slot!, wishes: [wished!.id] }],
			});
		},
		/** Who a cookie lets in. */
		visitor,
	};
}

const facts = (children: readonly [string, string, string][] = [['Mina', 'Okoye', 'Seven']]) => ({
	givenName: 'Ada',
	familyName: 'Okoye',
	telephone: '',
	children: children.map(([givenName, familyName, label]) => ({
		givenName,
		familyName,
		class: label,
	})),
});
/** The name of a student of the small school. */
const NAMESAKE: [string, string, string] = ['student', '1', 'seven'];

describe('a conference that is open by its link', () => {
	it('lets a new family in once its address is proved, with the teachers of the class that it names', async () => {
		const { app, school, ask, book, visitor } = await openSchool('open');
		const token = await ask(NEW);
		// Looked at, as by a program that scans mail, it changes nothing.
		expect(await whoComes(app, token)).toMatchObject({ is: 'new', classes: ['Seven'] });
		expect(await app.db.$count(family)).toBe(2);
		expect(await enterBy(app, { token, facts: null })).toEqual({ came: 'facts-missing' });
		expect(await enterBy(app, { token, facts: facts([['A', 'B', 'Nine']]) })).toEqual({
			came: 'no-class',
		});
		const entered = await enterBy(app, { token, facts: facts() });
		if (entered.came !== 'in') throw new Error(entered.came);
		const actor = (await visitor(entered.cookies[0]))!;
		if (actor.kind !== 'adult') throw new Error(actor.kind);
		const [own] = actor.families;
		const wishes = await app.db
			.select()
			.from(wish)
			.where(eq(wish.familyId, own as never));
		expect(wishes).toHaveLength(2);
		// Nothing of the others was touched, and they are told nothing.
		expect(await app.db.$count(wish)).toBe(6);
		const told = await app.db.select().from(notice);
		expect(told.map(({ kind, familyId }) => [kind, familyId])).toEqual([['invited', own]]);
		expect(await book(entered.cookies[0])).toMatchObject({ ok: true });
		// Spent, the link is good no more; what was said is kept in the register alone.
		expect(await whoComes(app, token)).toBeNull();
		expect(await enterBy(app, { token, facts: facts() })).toEqual({ came: 'wrong-proof' });
		expect(await app.db.select().from(newcomer)).toMatchObject([
			{ state: 'let-in', email: null, facts: null, familyId: own },
		]);
		expect(await countNewcomers(app.db, school.conference)).toBe(0);
	});

	it('joins whoever is on the list, and only whom the link was sent to', async () => {
		const { app, school, sent, ask, visitor } = await openSchool('open');
		const token = await ask('known@POST.example');
		expect(sent.at(-1)!.to).toBe('known@POST.example');
		expect(await whoComes(app, token)).toMatchObject({ is: 'known' });
		const entered = await enterBy(app, { token, facts: null });
		if (entered.came !== 'in') throw new Error(entered.came);
		expect(await visitor(entered.cookies[0])).toMatchObject({ adult: school.families[0]!.adult });
		expect(await app.db.$count(family)).toBe(2);
		expect(await app.db.$count(newcomer)).toBe(0);
		expect(await enterBy(app, { token, facts: null })).toEqual({ came: 'wrong-proof' });
	});

	it('writes the same to an address that is known and to one that is not', async () => {
		const { sent, ask } = await openSchool('open');
		await ask('known@post.example');
		await ask(NEW);
		const [one, other] = sent.map(({ subject, text }) => [
			subject,
			text.replace(/in\/\S+/, 'in/…'),
		]);
		expect(one).toEqual(other);
	});

	it('takes the newest link alone, for three days, and forgets the address afterwards', async () => {
		const { app, ask, pass } = await openSchool('open');
		const first = await ask(NEW);
		pass(1000);
		const second = await ask(NEW.toUpperCase());
		expect(await whoComes(app, first)).toBeNull();
		expect(await whoComes(app, second)).not.toBeNull();
		await forgetNewcomers(app);
		expect(await app.db.$count(newcomer)).toBe(1);
		pass(3 * DAY);
		expect(await enterBy(app, { token: second, facts: facts() })).toEqual({ came: 'wrong-proof' });
		await forgetNewcomers(app);
		expect(await app.db.$count(newcomer)).toBe(0);
	});

	it('lets nobody in whose link the office took away, and nobody at all once it is closed again', async () => {
		const { app, school, ask } = await openSchool('open');
		await app.db.update(invitation).set({ revokedAt: app.clock.now() });
		const known = await ask('known@post.example');
		expect(await enterBy(app, { token: known, facts: facts() })).toEqual({ came: 'withdrawn' });
		const token = await ask(NEW);
		const { conference: conferenceId, organiser } = school;
		done(await saveRules(app, organiser, { conferenceId, rules: { entry: 'listed' } }));
		expect(await enterBy(app, { token, facts: facts() })).toEqual({ came: 'wrong-proof' });
		expect(await askIn(app, SYSTEM, { conferenceId, email: NEW })).toEqual(refused('closed'));
	});

	it('asks the office about a child of a name that is known; joined, the double is gone', async () => {
		const { app, school, ask, waiting, answer } = await openSchool('open');
		await enterBy(app, { token: await ask(NEW), facts: facts([NAMESAKE]) });
		const [one] = await waiting();
		expect(one).toMatchObject({
			state: 'let-in',
			name: 'Ada Okoye',
			email: NEW,
			alike: [{ id: school.families[1]!.id, children: [{ name: 'Student 1' }] }],
		});
		expect(await countNewcomers(app.db, school.conference)).toBe(1);
		const joins = { is: 'joins', family: school.families[1]!.id } as const;
		expect(await answer(one!.id, joins)).toMatchObject({ ok: true });
		const adults = await app.db
			.select({ email: adult.email })
			.from(familyAdult)
			.innerJoin(adult, eq(adult.id, familyAdult.adultId))
			.where(eq(familyAdult.familyId, school.families[1]!.id as never));
		expect(adults.map(({ email }) => email).sort()).toEqual([NEW, null]);
		expect(await app.db.$count(student, sql`left_at is null`)).toBe(2);
		expect(await app.db.$count(wish, sql`dropped_at is null`)).toBe(4);
		expect(await answer(one!.id, joins)).toEqual(refused('settled'));
	});

	it('does not join a family that has booked already, nor one with itself', async () => {
		const { app, school, ask, book, waiting, answer } = await openSchool('open');
		const entered = await enterBy(app, { token: await ask(NEW), facts: facts([NAMESAKE]) });
		if (entered.came !== 'in') throw new Error(entered.came);
		const [one] = await waiting();
		expect(await answer(one!.id, { is: 'joins', family: one!.family! })).toEqual(
			refused('unknown'),
		);
		done(await book(entered.cookies[0]));
		const joins = { is: 'joins', family: school.families[1]!.id } as const;
		expect(await answer(one!.id, joins)).toEqual(refused('booked'));
		expect(await answer(one!.id, { is: 'own' })).toMatchObject({ ok: true });
		expect(await waiting()).toEqual([]);
	});
});

describe('a conference at which the office lets in', () => {
	it('keeps a newcomer waiting, asks once, and lets in on a yes', async () => {
		const { app, school, ask, waiting, answer } = await openSchool('asked');
		const token = await ask(NEW);
		expect(await enterBy(app, { token, facts: facts() })).toEqual({ came: 'waits' });
		expect(await app.db.$count(family)).toBe(2);
		// Another link of the same address shows that it waits, and asks nothing more.
		const again = await ask(NEW);
		expect(await whoComes(app, again)).toMatchObject({ is: 'waiting' });
		expect(await enterBy(app, { token: again, facts: facts() })).toEqual({ came: 'wrong-proof' });
		const [one, ...more] = await waiting();
		expect(more).toEqual([]);
		expect(one).toMatchObject({ state: 'waiting', children: [{ name: 'Mina Okoye' }], alike: [] });
		const stranger = school.families[0]!.actor;
		await expect(answer(one!.id, { is: 'own' }, stranger)).rejects.toThrow(ForbiddenError);
		expect(await answer(one!.id, { is: 'own' })).toMatchObject({ ok: true });
		expect(await app.db.$count(family)).toBe(3);
		expect(await app.db.select().from(notice)).toMatchObject([{ kind: 'invited' }]);
		expect(await waiting()).toEqual([]);
		// On the list from now on.
		expect(await whoComes(app, await ask(NEW))).toMatchObject({ is: 'known' });
	});

	it('adds them to a family on the list, or declines with a message and forgets them', async () => {
		const { app, school, sent, post, ask, waiting, answer } = await openSchool('asked');
		await enterBy(app, { token: await ask(NEW), facts: facts([NAMESAKE]) });
		await enterBy(app, { token: await ask('other@post.example'), facts: facts() });
		const [joining, declined] = await waiting();
		expect(joining!.alike).toMatchObject([{ id: school.families[1]!.id }]);
		done(await answer(joining!.id, { is: 'joins', family: school.families[1]!.id }));
		expect(await app.db.$count(family)).toBe(2);
		expect(await app.db.$count(student)).toBe(2);
		done(await answer(declined!.id, { is: 'declined', words: 'Please call us.' }));
		await post();
		expect(sent.at(-1)).toMatchObject({ to: 'other@post.example' });
		expect(sent.at(-1)!.text).toContain('Please call us.');
		const rows = await app.db.select().from(newcomer).orderBy(newcomer.id);
		expect(rows.map(({ state, email, facts }) => [state, email, facts])).toEqual([
			['joined', null, null],
			['declined', null, null],
		]);
	});
});
