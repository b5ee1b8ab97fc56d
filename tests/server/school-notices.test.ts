// What teachers, interpreters and the office are told.
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { usualNoticeRules, type NoticeRules } from '$lib/core/notices/notice-rules';
import { conference, deskPerson, notice, person } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { saveRules } from '$lib/server/conferences/save-rules';
import { writeSummaries } from '$lib/server/notices/telling/write-summaries';
import { cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { makeEnquiry, answerEnquiry } from '$lib/server/visits/enquiries';
import { done } from './done';
import { MINUTE, noticeSchool, states } from './notice-school';

/** Six in the evening of the day before the conference, in Halifax. */
const EVENING = Date.parse('2026-12-02T22:00:00Z');
const OFFICE = 'office@small.example';

async function schoolWithTeachers(rules: Partial<NoticeRules> = {}) {
	const made = await noticeSchool();
	const { app, school } = made;
	const teachers = await Promise.all(
		school.desks.map(async (desk, index) => {
			const [row] = await app.db.select().from(deskPerson).where(eq(deskPerson.deskId, desk));
			const id = row!.personId;
			const email = `teacher${index}@small.example`;
			await app.db.update(person).set({ email }).where(eq(person.id, id));
			return { id, email };
		}),
	);
	await app.db
		.update(conference)
		.set({ noticeRules: { ...usualNoticeRules, officeAt: null, ...rules } });
	return {
		...made,
		teachers,
		to: (address: string) => made.sent.filter((message) => message.to === address),
		async summarise(at: number) {
			made.pass(at - app.clock.now());
			await writeSummaries(app);
			await writeSummaries(app);
			await made.deliver(0);
		},
	};
}

describe('a teacher', () => {
	it('reads on the evening before what the day holds, once', async () => {
		const { book, summarise, to, teachers, deliver } = await schoolWithTeachers();
		await book([[0, 0]]);
		await deliver();
		expect(to(teachers[0]!.email)).toEqual([]);
		await summarise(EVENING - MINUTE);
		expect(to(teachers[0]!.email)).toEqual([]);
		await summarise(EVENING);
		const [message, ...others] = to(teachers[0]!.email);
		expect(others).toEqual([]);
		expect(message!.subject).toBe('Thursday 3 December: one appointment at 16:00');
		expect(message!.text).toMatch(
			/16:00–16:10 {2}Student 0 \(Grade 7\)\n {6}Room 0, House\n {6}Adult 0/,
		);
		// Who has nobody to see is not written to.
		expect(to(teachers[1]!.email)).toEqual([]);
	});

	it('is told at once of what changes after that, once it can no longer be taken back', async () => {
		const { app, ids, first, school, book, summarise, deliver, to, teachers } =
			await schoolWithTeachers();
		const { appointments } = await book([
			[0, 0],
			[1, 2],
		]);
		await summarise(EVENING);
		const next = await school.request(0, [
			[0, 4],
			[1, 2],
		]);
		done(
			await changeVisit(app, first.actor, {
				...ids,
				key: newId(app.clock),
				appointments: next.appointments,
			}),
		);
		await deliver(0);
		expect(to(teachers[0]!.email)).toHaveLength(1);
		await deliver();
		expect(to(teachers[0]!.email)[1]).toMatchObject({ subject: 'Changed: Thursday 3 December' });
		expect(to(teachers[0]!.email)[1]!.text).toMatch(
			/16:40–16:50 {2}Family 0\n.*\n.*it was Thursday 3 December, 16:00/,
		);
		// Nothing became different for the other one.
		expect(to(teachers[1]!.email)).toHaveLength(1);
		done(
			await cancelAppointments(app, first.actor, {
				...ids,
				key: newId(app.clock),
				cancel: appointments.slice(1),
			}),
		);
		await deliver();
		expect(to(teachers[1]!.email)[1]!.text).toContain('Cancelled: this time is free again.');
	});

	it.each([
		['changes', {}, []],
		['nothing', {}, []],
		['all', { eveningAt: null }, []],
		['all', {}, [expect.stringMatching(/^Thursday/)]],
	] as const)('who wants %s is told accordingly (%o)', async (told, rules, subjects) => {
		const { app, book, summarise, to, teachers } = await schoolWithTeachers(rules);
		await app.db.update(person).set({ told }).where(eq(person.id, teachers[0]!.id));
		await book([[0, 0]]);
		await summarise(EVENING);
		expect(to(teachers[0]!.email).map(({ subject }) => subject)).toEqual(subjects);
	});

	it('is told at once of who asks, and of nothing else by the same act', async () => {
		const { app, school, book, summarise, deliver, to, teachers } = await schoolWithTeachers();
		const acceptance = { [school.desks[0]!]: 'asked' as const };
		await saveRules(app, school.organiser, { conferenceId: school.conference, acceptance });
		await summarise(EVENING);
		await book([[0, 0]]);
		await deliver();
		expect(to(teachers[0]!.email).map(({ subject }) => subject)).toEqual(['Request: Family 0']);
		expect(await states(app)).toEqual(['booked sent', 'teacher-asked sent']);
	});
});

describe('the office', () => {
	it('reads at once what a family asks, and nothing once it is answered', async () => {
		const { app, ids, first, school, deliver, to } = await schoolWithTeachers();
		const ask = async () => {
			const wish = await school.wish(0, 0);
			done(await makeEnquiry(app, first.actor, { ...ids, wish, words: 'Could it be later?' }));
		};
		await ask();
		await deliver();
		expect(to(OFFICE)).toMatchObject([{ subject: 'Family 0 asks the school' }]);
		expect(to(OFFICE)[0]!.text).toContain('Could it be later?');
		const [row] = await app.db.query.enquiry.findMany();
		done(await answerEnquiry(app, school.organiser, { enquiry: row!.id, answer: 'Yes.' }));
		await ask();
		const [again] = (await app.db.query.enquiry.findMany()).filter(({ answeredAt }) => !answeredAt);
		done(await answerEnquiry(app, school.organiser, { enquiry: again!.id, answer: 'Yes.' }));
		await deliver();
		expect(to(OFFICE)).toHaveLength(1);
	});

	it('reads in the morning what the day before has brought, when it brought something', async () => {
		const { book, summarise, to } = await schoolWithTeachers({ officeAt: 7 * 60 });
		await summarise(Date.parse('2026-11-27T11:00:00Z'));
		expect(to(OFFICE)).toEqual([]);
		await book([[0, 0]]);
		await summarise(Date.parse('2026-11-28T11:00:00Z'));
		expect(to(OFFICE)).toMatchObject([{ subject: 'What is new: Winter' }]);
		expect(to(OFFICE)[0]!.text).toContain('one visit booked');
		expect(to(OFFICE)[0]!.text).toContain('1 of 2 families have booked.');
		await summarise(Date.parse('2026-11-29T11:00:00Z'));
		expect(to(OFFICE)).toHaveLength(1);
	});
});

it('what the school does at night waits until the morning, and what a family does itself does not', async () => {
	const { app, ids, school, book, deliver, pass, sent } = await schoolWithTeachers();
	pass(Date.parse('2026-12-01T03:00:00Z') - app.clock.now());
	const { appointments } = await book([[0, 0]]);
	await deliver();
	expect(sent).toHaveLength(1);
	const cancel = { ...ids, key: newId(app.clock), cancel: appointments };
	done(await cancelAppointments(app, school.organiser, cancel));
	await deliver();
	expect(sent).toHaveLength(1);
	const [waits] = await app.db.select().from(notice).where(eq(notice.kind, 'cancelled'));
	expect(new Date(waits!.dueAt).toISOString()).toBe('2026-12-01T10:30:00.000Z');
	await deliver(8 * 60 * MINUTE);
	expect(sent.map(({ to }) => to)).toEqual(['first@post.example', 'first@post.example']);
});
