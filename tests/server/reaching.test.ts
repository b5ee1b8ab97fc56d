// Whom e-mail does not reach: addresses that take nothing, messages that come back, those who would rather be called.
import { eq } from 'drizzle-orm';
import { beforeEach, expect, it } from 'vitest';
import { adult, notice } from '$lib/server/foundation/database/schema';
import { makeLetters } from '$lib/server/invitations/letters';
import { listByHand } from '$lib/server/notices/reaching/told-by-hand';
import { noteReturned } from '$lib/server/notices/reaching/note-returned';
import { readReturned } from '$lib/server/notices/reaching/read-returned';
import { sendNoticeAgain } from '$lib/server/notices/sending/outbox';
import { countToTell, tellFamilies } from '$lib/server/notices/telling/tell-families';
import { done } from './done';
import { noticeSchool, secondAdult, silence, states } from './notice-school';

let made: Awaited<ReturnType<typeof noticeSchool>>;
beforeEach(async () => {
	made = await noticeSchool();
});

const set = (id: string, facts: Partial<typeof adult.$inferInsert>) =>
	made.app.db.update(adult).set(facts).where(eq(adult.id, id));

const invite = () =>
	tellFamilies(made.app, made.school.organiser, {
		conferenceId: made.school.conference,
		what: 'invited',
	});

const byHand = async () =>
	(await listByHand(made.app, made.school.organiser, made.school.conference)).map(
		({ adult: id, why, telephone, isOtherReached }) => [id, why, telephone, isOtherReached],
	);

interface Report {
	readonly action?: string;
	readonly status?: string;
	readonly id: string;
}

/** What a mail server sends back (RFC 3464 in a multipart/report of RFC 6522). */
const report = ({ action = 'failed', status = '5.1.1', id }: Report): string =>
	[
		'From: <MAILER-DAEMON@mx.example>',
		'To: <office@school.example>',
		'Subject: Undeliverable',
		'Message-ID: <back@mx.example>',
		'MIME-Version: 1.0',
		'Content-Type: multipart/report; report-type=delivery-status; boundary="b"',
		'',
		'--b',
		'',
		'It could not be delivered.',
		'',
		'--b',
		'Content-Type: message/delivery-status',
		'',
		'Reporting-MTA: dns; mx.example',
		'',
		'Final-Recipient: rfc822; first@post.example',
		`Action: ${action}`,
		`Status: ${status}`,
		'',
		'--b',
		'Content-Type: message/rfc822',
		'',
		'From: <office@school.example>',
		'Subject: Booked',
		`Message-ID: <notice.${id}@school.example>`,
		'',
		'Dear First,',
		'',
		'--b--',
		'',
	].join('\r\n');

async function sentNotice(): Promise<string> {
	await made.book([[0, 0]]);
	await made.deliver();
	const [row] = await made.app.db.select().from(notice);
	return row!.id;
}

it('what comes back is noted, at the notice and at the adult, and not twice', async () => {
	const { app, school, first } = made;
	const id = await sentNotice();
	const returned = await readReturned(report({ id }));
	expect(returned).toEqual({ notice: id, isForGood: true });
	for (let time = 0; time < 2; time++) done(await noteReturned(app, school.organiser, returned!));
	expect(await states(app)).toEqual(['booked failed returned']);
	expect(await byHand()).toEqual([[first.adult, 'refused', null, false]]);
	// Another address counts at once; the same one when what came back was sent again, and not before.
	await made.email(first.adult, 'new@post.example');
	expect(await byHand()).toEqual([]);
	await set(first.adult, { email: 'first@post.example' });
	await made.book([[1, 4]]);
	await made.deliver();
	expect(await states(app)).toEqual(['booked failed returned', 'booked sent']);
	expect(await byHand()).toEqual([[first.adult, 'refused', null, false]]);
	done(await sendNoticeAgain(app, school.organiser, { notice: id }));
	await made.deliver();
	expect(await byHand()).toEqual([]);
});

it.each([
	['that a message is late', { action: 'delayed', status: '4.4.1' }, null],
	['that all tries were in vain', { status: '4.0.0' }, false],
])('a report %s', async (_, facts, isForGood) => {
	const id = await sentNotice();
	const returned = await readReturned(report({ ...facts, id }));
	expect(returned).toEqual(isForGood === null ? null : { notice: id, isForGood });
	if (returned) done(await noteReturned(made.app, made.school.organiser, returned));
	expect(await byHand()).toEqual([]);
});

it.each([
	['an answer', 'From: a@b.example\r\nSubject: Re: Booked\r\n\r\nThanks!\r\n'],
	['nothing', ''],
	['what is no message', '\u0000\u0001--b\r\nContent-Type: multipart/report'],
	['a report about somebody else’s message', report({ id: 'x' }).replace('notice.x', 'letter')],
])('%s is left alone', async (_, message) => {
	expect(await readReturned(message)).toBeNull();
});

it('an address that the mail server does not take stands on the list, until it takes something', async () => {
	const { app, first, book, deliver, answerWith } = made;
	answerWith(() => 'refused');
	await book([[0, 0]]);
	await deliver();
	expect(await states(app)).toEqual(['booked failed refused']);
	expect(await byHand()).toEqual([[first.adult, 'refused', null, false]]);
	answerWith(() => 'sent');
	await book([[1, 4]]);
	await deliver();
	expect(await byHand()).toEqual([]);
});

it('who would rather be called or written to is, and gets no e-mail', async () => {
	const { app, school, first, sent, deliver } = made;
	await set(first.adult, { channel: 'telephone', telephone: '902 555 0100' });
	const other = await secondAdult(app, first.id, 'other@post.example');
	await set(other, { channel: 'paper' });
	done(await invite());
	await deliver();
	expect(sent.map(({ to }) => to)).toEqual(['second@post.example']);
	expect(await countToTell(app, school.organiser, school.conference)).toMatchObject({ invited: 0 });
	expect((await byHand()).sort()).toEqual(
		[
			[first.adult, 'wants-call', '902 555 0100', false],
			[other, 'wants-letter', null, false],
		].sort(),
	);
	const { letters } = done(
		await makeLetters(app, school.organiser, { conferenceId: school.conference }),
	);
	expect(letters.filter(({ readsEmail }) => !readsEmail).map(({ id }) => id)).toEqual([first.id]);
});

it('who may be told of no child is on no list, and where somebody reads e-mail comes last', async () => {
	const { app, school, first, email } = made;
	await secondAdult(app, first.id, 'other@post.example');
	await email(first.adult, null);
	await email(school.families[1]!.adult, null);
	expect((await byHand()).map(([id, , , isOther]) => [id, isOther])).toEqual([
		[school.families[1]!.adult, false],
		[first.adult, true],
	]);
	await silence(app, first.adult, first.student);
	expect((await byHand()).map(([id]) => id)).toEqual([school.families[1]!.adult]);
});
