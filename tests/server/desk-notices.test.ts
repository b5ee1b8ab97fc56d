// What is told when desks change, when booking begins and when offers end; and the school's own words.
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { DeskPlan } from '$lib/core/desks/desk-plan';
import { OWN_WORDS, usualNoticeRules } from '$lib/core/notices/notice-rules';
import type { InputOf } from '$lib/operations/change';
import { wordsField, type noticeRulesSet } from '$lib/operations/notices';
import { conference, deskPerson, notice, person } from '$lib/server/foundation/database/schema';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import { previewNotice, sendPreview } from '$lib/server/notices/sending/preview-notice';
import { setNoticeRules } from '$lib/server/notices/telling/set-notice-rules';
import { tellFamilies } from '$lib/server/notices/telling/tell-families';
import { writeMoments } from '$lib/server/notices/telling/write-moments';
import { askGuest } from '$lib/server/visits/guests';
import { offerSlots } from '$lib/server/visits/hold-visit';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { basicsOf, saveBasics } from '$lib/server/conferences/save-basics';
import { changeOwnDesk, openProposals, settleProposal } from '$lib/server/desks/proposals';
import { keepSlot, slotsToSettle } from '$lib/server/desks/to-settle';
import { done } from './done';
import { HOUR, MINUTE, noticeSchool } from './notice-school';

type NoticeSchool = Awaited<ReturnType<typeof noticeSchool>>;

async function changeDesk(
	{ app, school }: NoticeSchool,
	edit: (plan: DeskPlan) => DeskPlan,
	desk = 0,
) {
	const plans = await loadPlans(app.db, school.conference);
	const base = plans.find(({ id }) => id === school.desks[desk])!;
	const changes = [{ base, plan: edit(base) }];
	done(await savePlans(app, school.organiser, { conferenceId: school.conference, changes }));
}

const inRoom =
	(room: string) =>
	(plan: DeskPlan): DeskPlan => ({
		...plan,
		series: plan.series.map((series) => ({
			...series,
			places: [{ kind: 'room', room, building: 'House' }],
		})),
	});

describe('a desk that is changed', () => {
	it('is told to its visitors once the office has done with it, by one message', async () => {
		const made = await noticeSchool();
		const { book, deliver, sent } = made;
		await book([[0, 0]]);
		await deliver();
		await changeDesk(made, inRoom('Petrel'));
		await deliver(1.5 * MINUTE);
		await changeDesk(made, inRoom('Gannet'));
		await deliver(1.5 * MINUTE);
		expect(sent).toHaveLength(1);
		await deliver();
		expect(sent.map(({ to, subject }) => [to, subject]).slice(1)).toEqual([
			['first@post.example', 'Another room or teacher: Winter'],
		]);
		expect(sent[1]!.text).toMatch(/Gannet, House\n {6}This is what changed\./);
		expect(sent[1]!.calendars).toHaveLength(1);
	});

	it('is told as it is after several changes, of all of its desks, and not when it is as it was', async () => {
		const made = await noticeSchool();
		const { app, first, book, deliver, sent } = made;
		const { appointments } = await book([
			[0, 0],
			[1, 2],
		]);
		const [, there] = appointments;
		const whom = { appointment: there!, name: 'Sam', email: 'sam@town.example' };
		done(await askGuest(app, first.actor, whom));
		await deliver();
		const seen = sent.length;
		await changeDesk(made, inRoom('Petrel'));
		await changeDesk(made, inRoom('Room 0'));
		await deliver(20 * MINUTE);
		expect(sent).toHaveLength(seen);
		await changeDesk(made, inRoom('Petrel'));
		await changeDesk(made, inRoom('Gannet'), 1);
		await deliver();
		expect(
			sent
				.slice(seen)
				.map(({ to }) => to)
				.sort(),
		).toEqual(['first@post.example', 'sam@town.example']);
		const toFamily = sent.slice(seen).find(({ to }) => to === 'first@post.example')!;
		expect(toFamily.text.match(/This is what changed\./g)).toHaveLength(2);
		const toGuest = sent.slice(seen).find(({ to }) => to === 'sam@town.example')!;
		expect(toGuest.subject).toBe('Another time or place: Thursday 3 December');
		expect(toGuest.text).toContain('Gannet, House');
		expect(toGuest.text).not.toContain('Petrel');
	});

	it('has other hours: told to whose appointment lies outside them, unless the office keeps it', async () => {
		const made = await noticeSchool();
		const { app, school, book, deliver, sent } = made;
		await book([
			[0, 0],
			[1, 3],
		]);
		await deliver();
		const later = (start: number) => (plan: DeskPlan) => ({
			...plan,
			series: plan.series.map((series) => ({
				...series,
				when: { kind: 'once' as const, date: '2026-12-03' as const, start, end: 1060 },
			})),
		});
		const seen = sent.length;
		// One that still fits hears nothing.
		await changeDesk(made, later(980), 1);
		await deliver(20 * MINUTE);
		expect(sent).toHaveLength(seen);
		await changeDesk(made, later(980));
		const [kept] = await slotsToSettle(app, school.conference);
		await deliver();
		expect(sent.slice(seen).map(({ to, subject }) => [to, subject])).toEqual([
			['first@post.example', 'Other hours: Winter'],
		]);
		expect(sent.at(-1)!.text.match(/The teacher is no longer there at this time/g)).toHaveLength(1);
		await changeDesk(made, later(990));
		done(
			await keepSlot(app, school.organiser, { conferenceId: school.conference, slot: kept!.slot }),
		);
		await deliver(20 * MINUTE);
		expect(sent).toHaveLength(seen + 1);
	});

	it('follows the hours of the conference, and what a teacher proposed', async () => {
		const made = await noticeSchool();
		const { app, school, ids, book, deliver, sent } = made;
		await book([
			[0, 0],
			[1, 2],
		]);
		await deliver();
		const seen = sent.length;
		await app.db.update(conference).set({ teachersMay: 'propose' });
		const [receiver] = await app.db
			.select()
			.from(deskPerson)
			.where(eq(deskPerson.deskId, school.desks[1]!));
		const teacher = { kind: 'teacher', person: receiver!.personId } as const;
		const base = (await loadPlans(app.db, school.conference)).find(
			({ id }) => id === school.desks[1],
		)!;
		const own = { base, plan: inRoom('Tern')(base), person: receiver!.personId, note: '' };
		done(await changeOwnDesk(app, teacher, own));
		await deliver(20 * MINUTE);
		expect(sent).toHaveLength(seen);
		const [proposal] = await openProposals(app.db, school.conference);
		done(await settleProposal(app, school.organiser, { proposal: proposal!.id, accept: true }));
		await deliver();
		expect(sent.at(-1)).toMatchObject({ subject: 'Another room or teacher: Winter' });
		expect(sent.at(-1)!.text).toMatch(/Tern, House\n {6}This is what changed\./);
		const basics = basicsOf((await conferenceWithId(app.db, ids.conferenceId))!);
		const mine = {
			...basics,
			hours: basics.hours.map((hours) => ({ ...hours, start: hours.start + 60 })),
		};
		done(
			await saveBasics(app, school.organiser, {
				conferenceId: ids.conferenceId,
				base: basics,
				mine,
			}),
		);
		await deliver();
		expect(sent.at(-1)).toMatchObject({ subject: 'Other hours: Winter' });
	});

	it('is told to nobody when nothing of it concerns them', async () => {
		const made = await noticeSchool();
		const { book, deliver, sent } = made;
		await book([[1, 0]]);
		await changeDesk(made, inRoom('Petrel'));
		await book([[0, 2]]);
		await changeDesk(made, (plan) => ({ ...plan, subject: 'Another' }));
		await deliver(20 * MINUTE);
		expect(sent.map(({ subject }) => subject.slice(0, 6))).toEqual(['Booked', 'Booked']);
	});

	it('is told to who stands in, with the dates', async () => {
		const made = await noticeSchool();
		const { app, school, deliver, sent } = made;
		const [absent] = await app.db
			.select()
			.from(deskPerson)
			.where(eq(deskPerson.deskId, school.desks[0]!));
		const [other] = await app.db
			.select()
			.from(deskPerson)
			.where(eq(deskPerson.deskId, school.desks[1]!));
		const email = 'stands.in@small.example';
		await app.db.update(person).set({ email }).where(eq(person.id, other!.personId));
		await changeDesk(made, (plan) => ({
			...plan,
			substitutes: [{ date: '2026-12-03', absent: absent!.personId, person: other!.personId }],
		}));
		await deliver(11 * MINUTE);
		expect(sent).toMatchObject([{ to: email, subject: 'You see families at Winter' }]);
		expect(sent[0]!.text).toContain(
			'At the desk Teacher 0 you are the substitute on Thursday 3 December.',
		);
	});
});

it('that booking begins is told once to who was invited before, whatever happens meanwhile', async () => {
	const { app, ids, school, book, deliver, sent, pass } = await noticeSchool();
	const opensAt = app.clock.now() + 24 * HOUR;
	await app.db.update(conference).set({ opensAt });
	const tell = { conferenceId: ids.conferenceId, what: 'invited' as const };
	done(await tellFamilies(app, school.organiser, tell));
	await deliver();
	await writeMoments(app);
	pass(opensAt - app.clock.now());
	await book([[0, 0]], school.organiser);
	await writeMoments(app);
	await writeMoments(app);
	await deliver();
	const told = sent.filter(({ subject }) => subject.startsWith('You can book now'));
	expect(told.map(({ to }) => to)).toEqual(['second@post.example']);
	expect(told[0]!.text).toContain('/i/');
});

it('that an offer ends is told once, near its end', async () => {
	const { app, ids, school, deliver, subjects, pass } = await noticeSchool();
	const { key, appointments } = await school.request(0, [[0, 0]]);
	const until = app.clock.now() + 2 * HOUR;
	done(await offerSlots(app, school.organiser, { ...ids, key, alternatives: appointments, until }));
	const look = async (before: number) => {
		pass(until - before - app.clock.now());
		await writeMoments(app);
		await writeMoments(app);
		await deliver(0);
		return subjects().length;
	};
	expect(await look(2 * HOUR - MINUTE)).toBe(1);
	expect(await look(45 * MINUTE)).toBe(1);
	expect(await look(30 * MINUTE)).toBe(2);
	expect(await look(5 * MINUTE)).toBe(2);
	expect(subjects()[1]).toMatch(/^Kept for you only until/);
});

const form = (
	conferenceId: string,
	changed: Partial<InputOf<typeof noticeRulesSet>> = {},
): InputOf<typeof noticeRulesSet> => ({
	conferenceId,
	remind: ['1440'],
	evening: true,
	eveningAt: '17',
	changes: true,
	office: false,
	officeAt: '',
	questions: true,
	quiet: false,
	quietFrom: '',
	quietUntil: '',
	replyTo: '',
	teachersAnswer: false,
	...(Object.fromEntries(OWN_WORDS.map((kind) => [wordsField(kind), ''])) as Record<
		ReturnType<typeof wordsField>,
		string
	>),
	...changed,
});

describe('the school’s own rules', () => {
	it('are kept as they are typed, and its words stand in messages with the facts in them', async () => {
		const { app, ids, school, book, deliver, sent } = await noticeSchool();
		done(
			await setNoticeRules(
				app,
				school.organiser,
				form(ids.conferenceId, {
					replyTo: 'answers@small.example',
					'words-all': 'The car park is behind {school}.',
					'words-booked': 'See you at {conference}, { name }.',
				}),
			),
		);
		const [row] = await app.db.select().from(conference);
		expect(row!.noticeRules).toEqual({
			...usualNoticeRules,
			remindBefore: [1440],
			eveningAt: 17 * 60,
			officeAt: null,
			quiet: null,
			replyTo: 'answers@small.example',
			words: expect.any(Object),
		});
		await book([[0, 0]]);
		await deliver();
		expect(sent[0]).toMatchObject({ replyTo: 'answers@small.example' });
		expect(sent[0]!.text).toContain(
			'See you at Winter, Adult 0.\n\nThe car park is behind Small School.',
		);
	});

	it('send answers to the teacher whom a message is about, where it is one whose address is known', async () => {
		const made = await noticeSchool();
		const { app, ids, school, book, deliver, sent } = made;
		const rules = { replyTo: 'answers@small.example', teachersAnswer: true };
		done(await setNoticeRules(app, school.organiser, form(ids.conferenceId, rules)));
		const [receiver] = await app.db
			.select()
			.from(deskPerson)
			.where(eq(deskPerson.deskId, school.desks[0]!));
		const teacher = eq(person.id, receiver!.personId);
		await app.db.update(person).set({ email: 'teacher@small.example' }).where(teacher);
		await book([[0, 0]]);
		await deliver();
		await app.db.update(person).set({ emailConfirmedAt: app.clock.now() }).where(teacher);
		await changeDesk(made, inRoom('Petrel'));
		await deliver();
		await book([[1, 4]]);
		await deliver();
		await changeDesk(made, inRoom('Tern'));
		await changeDesk(made, inRoom('Gannet'), 1);
		await deliver();
		expect(sent.map(({ replyTo }) => replyTo)).toEqual([
			'answers@small.example',
			'teacher@small.example',
			'answers@small.example',
			'answers@small.example',
		]);
	});

	it('show a message with real facts before there is one, and send it to whoever asks', async () => {
		const { app, ids, school, sent } = await noticeSchool();
		const wanted = {
			conferenceId: ids.conferenceId,
			kind: 'invited' as const,
			familyId: ids.familyId,
		};
		const preview = await previewNotice(app, school.organiser, wanted);
		expect(preview!.text).toContain('Hello Adult 0');
		expect(preview!.text).toContain('/i/…');
		const test = await sendPreview(app, school.organiser, wanted);
		expect(test).toEqual({ to: 'office@small.example', isSent: true });
		expect(sent).toMatchObject([{ to: 'office@small.example', subject: preview!.subject }]);
		expect(sent[0]!.text + sent[0]!.html).not.toMatch(/\/i\/[a-z2-7]/);
		expect(await app.db.select().from(notice)).toEqual([]);
		const reminder = { ...wanted, kind: 'reminder' as const };
		expect(await previewNotice(app, school.organiser, reminder)).toBeNull();
	});
});
