// The calendar parts of messages, by RFC 5545, 5546 and 6047, and what is left when a calendar takes them in turn.
import ICAL from 'ical.js';
import { sync as nodeIcal, type VEvent } from 'node-ical';
import { beforeAll, describe, expect, it } from 'vitest';
import { appointment } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import type { Message } from '$lib/server/messages/mailer';
import { cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { done } from './done';
import { noticeSchool } from './notice-school';

type Made = Awaited<ReturnType<typeof noticeSchool>>;

async function changeTo({ app, ids, first, school }: Made, picks: [number, number][]) {
	const { appointments } = await school.request(0, picks);
	done(await changeVisit(app, first.actor, { ...ids, key: newId(app.clock), appointments }));
}

async function cancelAll({ app, ids, first }: Made) {
	const rows = await app.db.select().from(appointment);
	const cancel = rows.filter(({ stands }) => stands).map(({ id }) => id);
	done(await cancelAppointments(app, first.actor, { ...ids, key: newId(app.clock), cancel }));
}

describe('a visit that is booked, moved and cancelled', () => {
	let parts: { method: string; calendar: ICAL.Component; event: ICAL.Component }[];
	let start: number;

	beforeAll(async () => {
		const made = await noticeSchool();
		await made.book([[0, 0]]);
		await made.deliver();
		await changeTo(made, [[0, 4]]);
		const [row] = await made.app.db.select().from(appointment);
		start = row!.startsAt;
		await made.deliver();
		await cancelAll(made);
		await made.deliver();
		parts = made.sent.map((message) => {
			const [{ method, content } = { method: '', content: '' }] = message.calendars!;
			const calendar = new ICAL.Component(ICAL.parse(content));
			return { method, calendar, event: calendar.getFirstSubcomponent('vevent')! };
		});
	});

	const each = (read: (event: ICAL.Component) => unknown) => parts.map(({ event }) => read(event));
	const valueOf = (name: string) => each((event) => event.getFirstPropertyValue(name));

	it.each<[section: string, what: string, found: () => unknown, wanted: () => unknown]>([
		[
			'RFC 5546, 1.4 and 3.2.2, 3.2.5',
			'a request, its replacement, its end',
			() => parts.map(({ calendar }) => calendar.getFirstPropertyValue('method')),
			() => ['REQUEST', 'REQUEST', 'CANCEL'],
		],
		[
			'RFC 6047, 2.4',
			'the part’s own parameter says the same method',
			() => parts.map(({ method }) => method),
			() => ['REQUEST', 'REQUEST', 'CANCEL'],
		],
		[
			'RFC 6047, 2.4',
			'a part has one entry',
			() => parts.map(({ calendar }) => calendar.getAllSubcomponents('vevent').length),
			() => [1, 1, 1],
		],
		['RFC 5546, 2.1.5', 'one UID through its life', () => new Set(valueOf('uid')).size, () => 1],
		[
			'RFC 5546, 2.1.4',
			'a SEQUENCE that rises',
			() =>
				valueOf('sequence').every((one, at, all) => at === 0 || Number(one) > Number(all[at - 1])),
			() => true,
		],
		[
			'RFC 5546, 3.2.2, 3.2.5',
			'the organizer, the same in all',
			() => valueOf('organizer'),
			() => Array(3).fill('mailto:office@school.example'),
		],
		[
			'RFC 5546, 3.2.2',
			'the attendee is who is told',
			() => each((event) => String(event.getFirstPropertyValue('attendee')).toLowerCase()),
			() => Array(3).fill('mailto:first@post.example'),
		],
		[
			'RFC 5545, 3.2.17',
			'no answer is asked for',
			() => each((event) => event.getFirstProperty('attendee')!.getParameter('rsvp')),
			() => ['FALSE', 'FALSE', 'FALSE'],
		],
		[
			'RFC 5546, 3.2.5',
			'the end says CANCELLED',
			() => valueOf('status'),
			() => ['CONFIRMED', 'CONFIRMED', 'CANCELLED'],
		],
		[
			'RFC 5545, 3.8.7.2',
			'when each was made, in UTC',
			() => each((event) => String(event.getFirstPropertyValue('dtstamp')).endsWith('Z')),
			() => [true, true, true],
		],
		[
			'RFC 5545, 3.6.6',
			'two alarms while it stands, none at its end',
			() => each((event) => event.getAllSubcomponents('valarm').length),
			() => [2, 2, 0],
		],
		[
			'RFC 5545, 3.8.2.4',
			'it begins when the appointment does',
			() => new ICAL.Event(parts[1]!.event).startDate.toJSDate().getTime(),
			() => start,
		],
	])('%s: %s', (_, __, found, wanted) => {
		expect(found()).toEqual(wanted());
	});
});

/** What a calendar keeps of an entry. */
interface Entry {
	readonly start: number;
	readonly end: number;
	readonly sequence: number;
}

/** Takes calendar parts as RFC 5546 has it: a newer request replaces, a cancelled entry goes (read by node-ical). */
function take(calendar: Map<string, Entry>, content: string): void {
	const isEnd = /^METHOD:CANCEL/m.test(content);
	for (const one of Object.values(nodeIcal.parseICS(content))) {
		if (one?.type !== 'VEVENT') continue;
		const { uid, start, end, sequence, status } = one as VEvent & { sequence: string };
		const known = calendar.get(uid);
		if (known && known.sequence > Number(sequence)) continue;
		if (isEnd || status === 'CANCELLED') calendar.delete(uid);
		else
			calendar.set(uid, {
				start: start.getTime(),
				end: end!.getTime(),
				sequence: Number(sequence),
			});
	}
}

const spans = (calendar: ReadonlyMap<string, Entry>) =>
	[...calendar.values()].map(({ start, end }) => [start, end]).sort((a, b) => a[0]! - b[0]!);

it('a calendar that takes the messages in turn has what stands, as one entry and as single ones', async () => {
	const made = await noticeSchool();
	const { app, sent } = made;
	const [whole, single] = [new Map<string, Entry>(), new Map<string, Entry>()];
	let taken = 0;
	const acts: [() => Promise<unknown>, standing: number][] = [
		[() => made.book([[0, 1]]), 1],
		[() => made.book([[1, 3]]), 2],
		[
			() =>
				changeTo(made, [
					[0, 5],
					[1, 3],
				]),
			2,
		],
		[() => changeTo(made, [[1, 3]]), 1],
		[() => cancelAll(made), 0],
		[() => made.book([[0, 2]]), 1],
	];
	for (const [act, standing] of acts) {
		await act();
		await made.deliver();
		const messages: Message[] = sent.slice(taken);
		taken = sent.length;
		for (const { calendars = [], files = [] } of messages) {
			for (const { content } of calendars) take(whole, content);
			for (const { content } of files) take(single, content);
		}
		const rows = (await app.db.select().from(appointment))
			.filter(({ stands }) => stands)
			.map(({ startsAt, endsAt }) => [startsAt, endsAt])
			.sort((a, b) => a[0]! - b[0]!);
		expect(rows).toHaveLength(standing);
		expect(spans(single)).toEqual(rows);
		expect(spans(whole)).toEqual(
			standing ? [[rows[0]![0], Math.max(...rows.map((row) => row[1]!))]] : [],
		);
	}
});
