// When families are reminded: by the calendar, whatever happens to the clock and to the visit.
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { typedDate } from '$lib/core/time/local-of';
import { appointment, conference } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { writeReminders } from '$lib/server/notices/telling/write-reminders';
import { cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { done } from './done';
import { HOUR, MINUTE, noticeSchool } from './notice-school';

type Made = Awaited<ReturnType<typeof noticeSchool>>;

/** Goes on to an instant, as a server does that looks each minute, and counts the reminders that were sent by then. */
async function remindedAt({ app, pass, deliver, subjects }: Made, at: number): Promise<number> {
	pass(at - app.clock.now());
	await writeReminders(app);
	await writeReminders(app);
	await deliver(0);
	return subjects().filter((subject) => subject.startsWith('Coming up')).length;
}

async function startOf({ app }: Made): Promise<number> {
	const [row] = await app.db.select().from(appointment).where(eq(appointment.stands, true));
	return row!.startsAt;
}

async function moveTo(made: Made, slot: number): Promise<number> {
	const { app, ids, school } = made;
	const { appointments } = await school.request(0, [[0, slot]]);
	done(await changeVisit(app, school.organiser, { ...ids, key: newId(app.clock), appointments }));
	return startOf(made);
}

describe('the day and the hour before', () => {
	// Halifax is four hours behind UTC, and three from 14 March to 7 November 2027 (IANA time zone database).
	it.each([
		['2026-12-03', '2026-12-02T21:00Z', '2026-12-03T20:00Z'],
		['2027-03-14', '2027-03-13T21:00Z', '2027-03-14T19:00Z'],
		['2027-03-15', '2027-03-14T20:00Z', '2027-03-15T19:00Z'],
		['2027-11-07', '2027-11-06T20:00Z', '2027-11-07T20:00Z'],
		['2027-11-08', '2027-11-07T21:00Z', '2027-11-08T20:00Z'],
	])('%s at five in the afternoon', async (date, dayBefore, hourBefore) => {
		const startAt = Date.parse(`${date}T12:00Z`) - 9 * 24 * HOUR;
		const made = await noticeSchool({ date: typedDate(date), startAt });
		await made.book([[0, 0]]);
		await made.deliver();
		const [day, hour] = [Date.parse(dayBefore), Date.parse(hourBefore)];
		expect(await remindedAt(made, day - MINUTE)).toBe(0);
		expect(await remindedAt(made, day)).toBe(1);
		expect(await remindedAt(made, hour - MINUTE)).toBe(1);
		expect(await remindedAt(made, hour)).toBe(2);
		expect(await remindedAt(made, hour + 20 * MINUTE)).toBe(2);
	});
});

describe('a visit', () => {
	it('that moves twice is reminded of at its last time alone', async () => {
		const made = await noticeSchool();
		await made.book([[0, 0]]);
		await made.deliver();
		const first = await startOf(made);
		await moveTo(made, 3);
		const last = await moveTo(made, 6);
		expect(last - first).toBe(HOUR);
		await made.deliver();
		for (const before of [24 * HOUR, HOUR]) {
			const known = await remindedAt(made, first - before);
			expect(await remindedAt(made, last - before - MINUTE)).toBe(known);
			expect(await remindedAt(made, last - before)).toBe(known + 1);
		}
	});

	it('that moves into the next hour after its reminder is reminded of once more, an hour before', async () => {
		const made = await noticeSchool();
		await made.book([[0, 0]]);
		await made.deliver();
		const first = await startOf(made);
		expect(await remindedAt(made, first - HOUR)).toBe(1);
		made.pass(5 * MINUTE);
		const moved = await moveTo(made, 6);
		await made.deliver();
		expect(await remindedAt(made, moved - HOUR)).toBe(2);
	});

	it('that moves close is not reminded of: the message about the move says the same', async () => {
		const made = await noticeSchool();
		await made.book([[0, 8]]);
		await made.deliver();
		const first = await startOf(made);
		made.pass(first - 2 * HOUR - made.app.clock.now());
		const moved = await moveTo(made, 2);
		expect(await remindedAt(made, moved - HOUR)).toBe(0);
		expect(made.subjects().at(-1)).toMatch(/^Changed/);
	});

	it('that is cancelled, or whose conference is taken back, is not reminded of', async () => {
		const made = await noticeSchool();
		const { app, ids, school, book, deliver } = made;
		const { appointments } = await book([[0, 0]]);
		const start = await startOf(made);
		await deliver();
		await app.db.update(conference).set({ withdrawnAt: app.clock.now() });
		expect(await remindedAt(made, start - 24 * HOUR)).toBe(0);
		await app.db.update(conference).set({ withdrawnAt: null });
		const cancel = [...appointments];
		const key = newId(app.clock);
		done(await cancelAppointments(app, school.organiser, { ...ids, key, cancel }));
		expect(await remindedAt(made, start - HOUR)).toBe(0);
	});
});

it('there can be any number of reminders', async () => {
	const made = await noticeSchool();
	const { app, book, deliver } = made;
	const [row] = await app.db.select().from(conference);
	const remindBefore = [4 * 1440, 2 * 1440, 180, 15];
	await app.db.update(conference).set({ noticeRules: { ...row!.noticeRules, remindBefore } });
	await book([[0, 0]]);
	await deliver();
	const start = await startOf(made);
	for (const [index, minutes] of remindBefore.entries())
		expect(await remindedAt(made, start - minutes * MINUTE)).toBe(index + 1);
});
