import { describe, expect, it } from 'vitest';
import type { Actor } from '$lib/core/permissions/may';
import {
	appointment,
	conference,
	familyAdult,
	notice,
} from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { readNotice, readOutbox, sendNoticeAgain } from '$lib/server/notices/sending/outbox';
import { countToTell, tellFamilies } from '$lib/server/notices/telling/tell-families';
import { writeMoments } from '$lib/server/notices/telling/write-moments';
import { writeReminders } from '$lib/server/notices/telling/write-reminders';
import { bookVisit, cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { askGuest, withdrawGuest } from '$lib/server/visits/guests';
import { done } from './done';
import { HOUR, noticeSchool, secondAdult, silence } from './notice-school';

describe('somebody asked along', () => {
	it('is told of one appointment, when it moves, and when it is taken back', async () => {
		const { app, ids, school, first, book, deliver, sent } = await noticeSchool();
		const { appointments } = await book([[0, 0]]);
		await deliver();
		const whom = { appointment: appointments[0]!, name: 'Sam Worker', email: 'sam@town.example' };
		const asked = done(await askGuest(app, first.actor, whom));
		await deliver();
		expect(sent.at(-1)).toMatchObject({ to: 'sam@town.example' });
		expect(sent.at(-1)!.text).toContain('/g/');
		expect(sent.at(-1)!.text).not.toContain('Student');
		const next = await school.request(0, [[0, 3]]);
		const move = { ...ids, key: newId(app.clock), appointments: next.appointments };
		done(await changeVisit(app, first.actor, move));
		await deliver();
		expect(sent.at(-1)!.subject).toBe('Another time or place: Thursday 3 December');
		expect(sent.at(-1)!.text).toContain('16:30–16:40');
		done(await withdrawGuest(app, first.actor, { guest: asked.id }));
		await deliver();
		expect(sent.at(-1)!.subject).toMatch(/^You do not need to come/);
		const told = sent.filter(({ to }) => to === 'sam@town.example').length;
		const cancel = { ...ids, key: newId(app.clock), cancel: appointments };
		done(await cancelAppointments(app, first.actor, cancel));
		await deliver();
		expect(sent.filter(({ to }) => to === 'sam@town.example')).toHaveLength(told);
	});

	it('is told that what it was about has been cancelled', async () => {
		const { app, ids, first, book, deliver, sent } = await noticeSchool();
		const { appointments } = await book([[0, 0]]);
		const whom = { appointment: appointments[0]!, name: 'Sam', email: 'sam@town.example' };
		done(await askGuest(app, first.actor, whom));
		await deliver();
		const cancel = { ...ids, key: newId(app.clock), cancel: appointments };
		done(await cancelAppointments(app, first.actor, cancel));
		await deliver();
		expect(sent.filter(({ to }) => to === 'sam@town.example').at(-1)!.text).toContain(
			'has been cancelled',
		);
	});
});

describe('an adult in two families', () => {
	it('is told of each, also of what begins at the same moment', async () => {
		const { app, ids, school, first, deliver, subjects, pass } = await noticeSchool();
		const second = school.families[1]!;
		await app.db.insert(familyAdult).values({ familyId: second.id, adultId: first.adult });
		const opensAt = app.clock.now() + 24 * HOUR;
		await app.db.update(conference).set({ opensAt });
		const invite = { conferenceId: ids.conferenceId, what: 'invited' as const };
		done(await tellFamilies(app, school.organiser, invite));
		await deliver();
		pass(opensAt - app.clock.now());
		await writeMoments(app);
		await deliver();
		const of = (start: string) => subjects().filter((subject) => subject.startsWith(start)).length;
		// Two to the adult of both, one to the other adult of the second.
		expect(of('You can book now')).toBe(3);
		for (const [index, desk] of [
			[0, 0],
			[1, 1],
		] as const) {
			const request = await school.request(index, [[desk, 0]]);
			// Whoever comes is in one place at a time; the adult of both hears of both.
			const appointments = request.appointments.map((one) => ({
				...one,
				adults: [school.families[index]!.adult],
			}));
			done(await bookVisit(app, school.organiser, { ...request, appointments }));
		}
		await deliver();
		const [row] = await app.db.select().from(appointment);
		pass(row!.startsAt - HOUR - app.clock.now());
		await writeReminders(app);
		await deliver(0);
		expect(of('Coming up')).toBe(3);
	});
});

describe('families of a conference', () => {
	it('are invited once with their own link, and only those are reminded who have booked nothing', async () => {
		const { app, school, book, deliver, sent, subjects } = await noticeSchool();
		const tell = (what: 'invited' | 'not-booked') =>
			tellFamilies(app, school.organiser, { conferenceId: school.conference, what });
		expect(await countToTell(app, school.organiser, school.conference)).toEqual({
			invited: 2,
			'not-booked': 2,
			byTelephone: 0,
			byLetter: 0,
		});
		expect(done(await tell('invited')).told).toBe(2);
		expect(await tell('invited')).toEqual({ ok: false, reason: 'nobody' });
		await deliver(0);
		expect(sent.map(({ to }) => to).sort()).toEqual(['first@post.example', 'second@post.example']);
		expect(subjects()[0]).toBe('Winter: choose your times');
		const links = sent.map(({ text }) => /\/i\/\w+/.exec(text)![0]);
		expect(new Set(links).size).toBe(2);
		await book([[0, 0]]);
		await deliver();
		expect(done(await tell('not-booked')).told).toBe(1);
		await deliver(0);
		expect(sent.at(-1)).toMatchObject({
			to: 'second@post.example',
			subject: 'Winter: nothing booked yet',
		});
		await expect(
			tellFamilies(app, school.families[0]!.actor, {
				conferenceId: school.conference,
				what: 'invited',
			}),
		).rejects.toThrow();
	});
});

it('subjects are short enough for a telephone', async () => {
	const { app, school, book, deliver, sent } = await noticeSchool();
	done(
		await tellFamilies(app, school.organiser, {
			conferenceId: school.conference,
			what: 'invited',
		}),
	);
	await book([[0, 0]]);
	await deliver();
	for (const { subject } of sent) expect(subject.length).toBeLessThan(60);
});

describe('the outbox', () => {
	it('shows what its reader sees with links covered, and to few alone that somebody is not told', async () => {
		const { app, first, school, book, deliver } = await noticeSchool();
		const other = await secondAdult(app, first.id, 'other@post.example');
		await silence(app, other, first.student);
		await book([[0, 0]]);
		await deliver();
		const all = { text: '', kind: null, state: null };
		const knowing: Actor = { kind: 'organiser', account: newId(app.clock), knowsSafety: true };
		const seen = async (actor: Actor, search = all) =>
			(await readOutbox(app, actor, school.conference, search)).lines.map(
				({ to, state }) => `${to} ${state}`,
			);
		expect((await seen(knowing)).sort()).toEqual(['Adult 0 sent', 'Second not-sent']);
		expect(await seen(school.organiser)).toEqual(['Adult 0 sent']);
		expect(await seen(knowing, { ...all, text: 'second' })).toEqual(['Second not-sent']);
		const { lines } = await readOutbox(app, school.organiser, school.conference, all);
		const shown = (await readNotice(app, school.organiser, school.conference, lines[0]!.id))!;
		expect(shown.text!.subject).toMatch(/^Booked/);
		expect(shown.text!.text).toContain('/i/…');
		expect(shown.text!.text + shown.text!.html).not.toMatch(/\/i\/[a-z2-7]/);
		expect(shown.calendars).toBe(1);
		await expect(readOutbox(app, first.actor, school.conference, all)).rejects.toThrow();
	});

	it('sends once more what was sent', async () => {
		const { app, school, book, deliver, sent } = await noticeSchool();
		await book([[0, 0]]);
		await deliver();
		const [row] = await app.db.select().from(notice);
		done(await sendNoticeAgain(app, school.organiser, { notice: row!.id }));
		expect(await sendNoticeAgain(app, school.organiser, { notice: row!.id })).toEqual({
			ok: false,
			reason: 'on-its-way',
		});
		await deliver(0);
		expect(sent).toHaveLength(2);
	});
});
