// What families do by themselves: take back, ask the school, come in by a code; and what the file for their
// calendars tells of it.
import ICAL from 'ical.js';
import nodeIcal from 'node-ical';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { SYSTEM, type Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import {
	adult,
	adultRight,
	appointment,
	enquiry,
	familyAdult,
	familyStudent,
	invitation,
	student,
} from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { makeLetters } from '$lib/server/invitations/letters';
import { invitationLink } from '$lib/server/invitations/links';
import {
	cookieWith,
	invite,
	openCode,
	openLink,
	visitorByCookie,
	visitorsByCookie,
} from '$lib/server/invitations/visitors';
import { mergeFamilies } from '$lib/server/register/rearrange-families';
import { bookVisit, cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { endedAppointments } from '$lib/server/visits/ended-appointments';
import {
	answerEnquiry,
	makeEnquiry,
	reportLostLink,
	waitingEnquiries,
} from '$lib/server/visits/enquiries';
import { familyView } from '$lib/server/visits/family-view';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool, type SmallSchool } from './small-school';

const later = (app: App, seconds: number): App => ({
	...app,
	clock: { now: () => app.clock.now() + seconds * 1000 },
});

async function setUp() {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const [first, second] = school.families;
	const ids = { conferenceId: school.conference, familyId: first!.id };
	return { app, school, first: first!, second: second!, ids };
}

/** Another adult of the first family. */
async function secondAdult(app: App, familyId: string): Promise<Extract<Actor, { kind: 'adult' }>> {
	const id = newId(app.clock);
	await app.db.transaction(async (tx) => {
		await tx.insert(adult).values({ id, givenName: 'Second', email: 'second@post.example' });
		await tx.insert(familyAdult).values({ familyId, adultId: id });
		await invite(tx, app.clock, { adultId: id });
	});
	return { kind: 'adult', adult: id, families: [familyId] };
}

const book = async (app: App, school: SmallSchool, actor: Actor, picks: [number, number][]) =>
	done(await bookVisit(app, actor, await school.request(0, picks)));

describe('taking back', () => {
	it('is for whoever did it, for a short while, and restores just what was', async () => {
		const { app, school, first, second, ids } = await setUp();
		const other = await secondAdult(app, first.id);
		const { appointments } = await book(app, school, first.actor, [[0, 0]]);
		const before = await app.db.select().from(appointment);
		const { act } = done(
			await cancelAppointments(app, first.actor, {
				...ids,
				key: newId(app.clock),
				cancel: appointments,
			}),
		);
		expect(await undoVisitAct(app, other, { act: act! })).toEqual(refused('unknown'));
		expect(await undoVisitAct(app, second.actor, { act: act! })).toEqual(refused('unknown'));
		expect(await undoVisitAct(later(app, 76), first.actor, { act: act! })).toEqual(
			refused('too-late'),
		);
		done(await undoVisitAct(later(app, 60), first.actor, { act: act! }));
		const now = await app.db.select().from(appointment);
		expect(now.map(({ version: _, ...row }) => row)).toEqual(
			before.map(({ version: _, ...row }) => row),
		);
		expect(await undoVisitAct(app, first.actor, { act: act! })).toEqual(refused('undone-before'));
	});

	it('is refused when somebody has the time by now, and when the right is gone', async () => {
		const { app, school, first, second, ids } = await setUp();
		const { appointments } = await book(app, school, first.actor, [[0, 0]]);
		const cancel = { ...ids, key: newId(app.clock), cancel: appointments };
		const { act } = done(await cancelAppointments(app, first.actor, cancel));
		done(await bookVisit(app, second.actor, await school.request(1, [[0, 0]])));
		expect(await undoVisitAct(app, first.actor, { act: act! })).toEqual(refused('taken'));
		await app.db.insert(adultRight).values({
			adultId: first.adult,
			studentId: first.student,
			mayBook: false,
			maySee: true,
			isTold: true,
		});
		expect(await undoVisitAct(app, first.actor, { act: act! })).toEqual(refused('unknown'));
	});

	it('says who booked, unless nobody knows which adult it was', async () => {
		const { app, school, first } = await setUp();
		const setBy = async () => (await app.db.select().from(appointment)).map((row) => row.setBy);
		await book(app, school, first.actor, [[0, 0]]);
		expect(await setBy()).toEqual([first.adult]);
		await book(app, school, { ...first.actor, isCommon: true } as Actor, [[1, 2]]);
		expect(new Set(await setBy())).toEqual(new Set([first.adult, null]));
	});
});

describe('asking the school', () => {
	it('waits once for each wish, is answered once, and is not lost when families are merged', async () => {
		const { app, school, first, second, ids } = await setUp();
		const wish = await school.wish(0, 0);
		done(await makeEnquiry(app, first.actor, { ...ids, wish, words: 'first' }));
		done(await makeEnquiry(app, first.actor, { ...ids, wish, words: 'second' }));
		expect(
			await makeEnquiry(app, second.actor, {
				...ids,
				familyId: second.id,
				wish,
				words: '',
			}),
		).toEqual(refused('unknown'));
		const waits = await waitingEnquiries(app, school.organiser, school.conference);
		expect(waits.map(({ words, family }) => [words, family.id])).toEqual([['second', first.id]]);
		const [row] = await app.db.select().from(enquiry);
		const answer = { enquiry: row!.id, answer: 'In the library.' };
		done(await answerEnquiry(app, school.organiser, answer));
		expect(await answerEnquiry(app, school.organiser, answer)).toEqual(refused('settled'));
		expect((await familyView(app, first.actor, school.conference, first.id)).enquiries).toEqual([
			expect.objectContaining({ wish, answer: 'In the library.' }),
		]);
		expect((await familyView(app, second.actor, school.conference, second.id)).enquiries).toEqual(
			[],
		);
		done(await mergeFamilies(app, school.organiser, { kept: second.id, gone: first.id }));
		expect((await app.db.select().from(enquiry))[0]!.familyId).toBe(second.id);
	});

	it('of a lost link is written down once, and only of an address that somebody has', async () => {
		const { app, school, first } = await setUp();
		await secondAdult(app, first.id);
		for (const email of ['nobody@post.example', 'SECOND@post.example', 'second@post.example'])
			done(await reportLostLink(app, SYSTEM, { email }));
		const waits = await waitingEnquiries(app, school.organiser, school.conference);
		expect(waits.map(({ kind, adult }) => [kind, adult])).toEqual([['lost-link', 'Second']]);
	});
});

describe('a code', () => {
	it('is a family’s until a right is withdrawn in it; then each adult has one of its own', async () => {
		const { app, school, first } = await setUp();
		const { db, config } = app;
		const bound = await secondAdult(app, first.id);
		const hidden = newId(app.clock);
		await db.insert(student).values({ id: hidden, givenName: 'Hidden', yearGroup: 'Grade 7' });
		await db.insert(familyStudent).values({ familyId: first.id, studentId: hidden });
		const letters = async () =>
			done(await makeLetters(app, school.organiser, { conferenceId: school.conference })).letters;
		const once = (await letters()).find(({ id }) => id === first.id)!;
		expect(await letters()).toContainEqual(once);
		const common = (await openCode(db, config, once.code))!;
		expect(common.visitor).toMatchObject({ isCommon: true, families: [first.id] });
		expect(await visitorByCookie(db, config.key, common.cookie)).toEqual(common.visitor);

		await db.insert(adultRight).values({
			adultId: bound.adult,
			studentId: hidden,
			mayBook: false,
			maySee: false,
			isTold: false,
		});
		expect(await visitorByCookie(db, config.key, common.cookie)).toBeNull();
		expect(await openCode(db, config, once.code)).toBeNull();
		const own = (await letters()).filter(({ id }) => [first.adult, bound.adult].includes(id));
		expect(own).toHaveLength(2);
		const theirs = own.find(({ id }) => id === bound.adult)!;
		expect(theirs.children.map(({ name }) => name)).not.toContain('Hidden');
		const opened = (await openCode(db, config, theirs.code))!;
		expect(opened.visitor).toMatchObject({ adult: bound.adult });
		expect(opened.visitor).not.toHaveProperty('isCommon');
	});

	it('and links stand side by side in one browser, the latest first', async () => {
		const { app, first, second } = await setUp();
		const { db, config } = app;
		const linkOf = async (adultId: string) => {
			const [row] = await db.select().from(invitation).where(eq(invitation.adultId, adultId));
			return invitationLink('', config.key, row!).replace('/i/', '');
		};
		const one = (await openLink(db, config.key, await linkOf(first.adult)))!.cookie;
		const other = (await openLink(db, config.key, await linkOf(second.adult)))!.cookie;
		const both = cookieWith(other, cookieWith(one, undefined));
		const families = async (cookie: string) =>
			(await visitorsByCookie(db, config.key, cookie)).flatMap((visitor) =>
				visitor.kind === 'adult' ? visitor.families : [],
			);
		expect(await families(both)).toEqual([second.id, first.id]);
		expect(await families(cookieWith(one, both))).toEqual([first.id, second.id]);
		await db.update(invitation).set({ version: 2 }).where(eq(invitation.adultId, second.adult));
		expect(await families(both)).toEqual([first.id]);
	});
});

describe('the file for a calendar', () => {
	/** An entry as a program that keeps calendars reads it. */
	interface Entry {
		readonly uid: string;
		readonly sequence: number;
		readonly isCancelled: boolean;
		readonly start: number;
		readonly alarms: number;
	}

	const readers: Readonly<Record<string, (text: string) => Entry[]>> = {
		'ical.js': (text) =>
			new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((part) => {
				const event = new ICAL.Event(part);
				return {
					uid: event.uid,
					sequence: event.sequence,
					isCancelled: part.getFirstPropertyValue('status') === 'CANCELLED',
					start: event.startDate.toJSDate().getTime(),
					alarms: part.getAllSubcomponents('valarm').length,
				};
			}),
		'node-ical': (text) =>
			Object.values(nodeIcal.sync.parseICS(text)).flatMap((read) =>
				read?.type === 'VEVENT'
					? {
							uid: read.uid,
							sequence: Number(read.sequence),
							isCancelled: read.status === 'CANCELLED',
							start: read.start.getTime(),
							alarms: read.alarms?.length ?? 0,
						}
					: [],
			),
	};

	/** A calendar as programs keep it: by UID, a greater SEQUENCE replaces, CANCELLED removes (RFC 5546, 2.1.5 and 3.2.5). */
	function apply(kept: Map<string, Entry>, entries: readonly Entry[]): void {
		for (const entry of entries) {
			const known = kept.get(entry.uid);
			if (known && known.sequence > entry.sequence) continue;
			if (entry.isCancelled) kept.delete(entry.uid);
			else kept.set(entry.uid, entry);
		}
	}

	it.each(Object.entries(readers))(
		'read by %s after a move and a cancellation leaves exactly what stands',
		async (_, readEntries) => {
			const { app, school, first, ids } = await setUp();
			const kept = new Map<string, Entry>();
			const read = async () => {
				const view = await familyView(app, first.actor, school.conference, first.id);
				const ended = await endedAppointments(app, first.actor, school.conference, first.id);
				const words = {
					summary: (desk: string) => desk,
					place: () => 'Eider',
					description: () => '',
				};
				apply(kept, readEntries(visitCalendar({ view, ended }, app.clock.now(), words)));
				expect([...kept.values()].map(({ uid, start }) => [uid, start]).sort()).toEqual(
					view.appointments.map(({ id, start }) => [`${id}@ten-chairs`, start]).sort(),
				);
				return view;
			};
			await book(app, school, first.actor, [
				[0, 0],
				[1, 2],
			]);
			const view = await read();
			expect(kept.size).toBe(2);
			const { appointments } = await school.request(0, [
				[0, 4],
				[1, 2],
			]);
			done(await changeVisit(app, first.actor, { ...ids, key: newId(app.clock), appointments }));
			await read();
			const cancel = [view.appointments[0]!.id];
			done(await cancelAppointments(app, first.actor, { ...ids, key: newId(app.clock), cancel }));
			await read();
			expect(kept.size).toBe(1);
			expect(kept.values().next().value!.alarms).toBe(2);
		},
	);
});
