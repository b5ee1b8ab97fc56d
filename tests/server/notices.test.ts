import { describe, expect, it } from 'vitest';
import { SYSTEM } from '$lib/core/permissions/may';
import { schoolColours } from '$lib/core/look/school-colours';
import { notice, school } from '$lib/server/foundation/database/schema';
import { takeLogo } from '$lib/server/look/logos';
import { newId } from '$lib/server/foundation/identifiers';
import { createMailer } from '$lib/server/messages/mailer';
import { deliverNotices } from '$lib/server/notices/sending/deliver-notices';
import { cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { startLetterbox } from '../../scripts/letterbox.mjs';
import { done } from './done';
import { HOUR, MINUTE, noticeSchool, secondAdult, silence, states } from './notice-school';

describe('what a family is told', () => {
	it('is one message for one act, once it can no longer be taken back', async () => {
		const { app, book, deliver, sent, subjects, pass } = await noticeSchool();
		await book([
			[0, 0],
			[1, 2],
		]);
		await deliver(0);
		expect(sent).toEqual([]);
		await deliver();
		expect(sent.map(({ to }) => to)).toEqual(['first@post.example']);
		expect(subjects()[0]).toMatch(/^Booked: Thursday 3 December, \d\d:\d\d$/);
		expect(sent[0]!.text).toContain('Teacher 0');
		expect(sent[0]!.text).toContain('Teacher 1');
		pass(HOUR);
		await deliver();
		expect(sent).toHaveLength(1);
		expect(await states(app)).toEqual(['booked sent']);
	});

	it('is nothing of what it takes back at once, and of a late undoing that something changed', async () => {
		const { app, first, book, deliver, school, subjects } = await noticeSchool();
		const early = await book([[0, 0]]);
		done(await undoVisitAct(app, first.actor, { act: early.act! }));
		await deliver();
		expect(await states(app)).toEqual(['booked not-sent taken-back']);
		const told = await book([[1, 2]]);
		await deliver();
		done(await undoVisitAct(app, school.organiser, { act: told.act! }));
		await deliver();
		expect(subjects()).toEqual([expect.stringMatching(/^Booked/), 'Your visit has changed']);
	});

	it('says what was moved, what is gone, and who did it', async () => {
		const { app, ids, school, book, deliver, sent, first } = await noticeSchool();
		const { appointments } = await book([
			[0, 0],
			[1, 2],
		]);
		await deliver();
		const next = await school.request(0, [
			[0, 4],
			[1, 2],
		]);
		const key = newId(app.clock);
		done(
			await changeVisit(app, school.organiser, { ...ids, key, appointments: next.appointments }),
		);
		await deliver();
		expect(sent.at(-1)!.text).toContain('The school has changed your visit.');
		expect(sent.at(-1)!.text).toMatch(/Moved; it was Thursday 3 December, \d\d:\d\d\./);
		const [gone] = appointments;
		done(
			await cancelAppointments(app, first.actor, {
				...ids,
				key: newId(app.clock),
				cancel: [gone!],
			}),
		);
		await deliver();
		expect(sent.at(-1)!.subject).toBe('Cancelled: one appointment');
		expect(sent.at(-1)!.text).toMatch(/No longer booked:\n.*Teacher 0/);
	});

	it('is never told to an adult whose right was withdrawn, also between the act and the message', async () => {
		const { app, first, book, deliver, sent } = await noticeSchool();
		const other = await secondAdult(app, first.id, 'other@post.example');
		await book([[0, 0]]);
		await silence(app, other, first.student);
		await deliver();
		expect(sent.map(({ to }) => to)).toEqual(['first@post.example']);
		expect((await states(app)).sort()).toEqual(['booked not-sent not-told', 'booked sent']);
	});
});

describe('sending', () => {
	it('is tried again when nobody answers, given up when the address is refused, and skipped without one', async () => {
		const { app, ids, first, email, book, deliver, answerWith, sent, pass } = await noticeSchool();
		answerWith(() => 'unreachable');
		await book([[0, 0]]);
		await deliver();
		expect(await states(app)).toEqual(['booked waiting unreachable']);
		answerWith(() => 'sent');
		await deliver(MINUTE);
		expect(sent).toHaveLength(1);
		answerWith(() => 'refused');
		const { appointments } = await book([[1, 2]]);
		await deliver();
		await email(first.adult, null);
		pass(HOUR);
		const key = newId(app.clock);
		const cancel = appointments;
		done(await cancelAppointments(app, first.actor, { ...ids, key, cancel }));
		await deliver();
		expect(await states(app)).toEqual([
			'booked sent',
			'booked failed refused',
			'cancelled not-sent no-address',
		]);
	});

	it('is begun again after a server died in the middle, with the same identity', async () => {
		const { app, book, deliver, answerWith, sent } = await noticeSchool();
		const seen: string[] = [];
		answerWith((message) => {
			seen.push(message.about);
			return 'sent';
		});
		await book([[0, 0]]);
		await deliver();
		// As if it had died before it could write down that the message was handed over.
		await app.db.update(notice).set({ state: 'sending', claimedAt: app.clock.now(), sentAt: null });
		await deliver(MINUTE);
		expect(sent).toHaveLength(1);
		await deliver(5 * MINUTE);
		expect(new Set(seen).size).toBe(1);
		expect(sent).toHaveLength(2);
		expect(await states(app)).toEqual(['booked sent']);
	});
});

it('goes out as plain text, HTML and a calendar part, as a second parser reads it', async () => {
	const letterbox = await startLetterbox();
	try {
		const { app, book, pass } = await noticeSchool();
		const config = { ...app.config, smtpUrl: letterbox.smtpUrl };
		const drawing =
			'<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><path d="M2 2h5v5z"/></svg>';
		expect(await takeLogo(app, SYSTEM, new Blob([drawing]))).toBeNull();
		await app.db.update(school).set({ colour: '#ffd200', officeHours: 'Mornings' });
		await book([[0, 0]]);
		pass(2 * MINUTE);
		const mail = createMailer(config, app.log);
		await deliverNotices({ ...app, config, mail });
		mail.close();
		const [letter] = letterbox.letters;
		const [row] = await app.db.select().from(notice);
		expect(letter).toMatchObject({
			to: 'first@post.example',
			subject: expect.stringMatching(/^Booked/),
			id: `<notice.${row!.id}@127.0.0.1>`,
			calendars: expect.arrayContaining([
				{ method: 'REQUEST', text: expect.stringContaining('BEGIN:VEVENT') },
			]),
		});
		expect(letter!.text).toContain('Your visit is booked.');
		expect(letter!.html).toContain('Your visit is booked.');
		// The school's look: its logo within the message, its colour so that words on it can be read, its hours.
		expect(letter!.html).toMatch(/<img src="data:image\/png;base64,[^"]+" alt=""/);
		expect(letter!.html).toContain(`background:${schoolColours('#ffd200').hall}`);
		expect(letter!.html).toContain('Mornings');
		expect(letter!.text).toMatch(/\n\nSmall School\nMornings\n$/);
	} finally {
		await letterbox.stop();
	}
});
