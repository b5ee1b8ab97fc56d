import { createHash } from 'node:crypto';
import { asc, desc, eq } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { SYSTEM } from '../../core/permissions/may';
import { seatStates } from '../../core/snapshot/seat-state';
import type { ConferenceSnapshot, Slot } from '../../core/snapshot/snapshot';
import { isOpen } from '../../core/rules/booking-window';
import { localOf } from '../../core/time/local-of';
import { settleVisit, type SettledAppointment } from '../../core/visits/settle-visit';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import type { Reader } from '../foundation/database/connect';
import { act, waiting, wish, wishDesk } from '../foundation/database/schema';
import { neededFor } from './change-visit';
import type { FamilyFacts } from './family-facts';
import { shareOf } from './family-share';
import { visitFacts } from './visit-facts';

/** Somebody who waits without an offer, and the slots at its desks that are free for somebody. */
export interface CouldHave {
	readonly waiting: string;
	readonly wish: string;
	readonly family: string;
	/** In order of time, without those that it let pass. */
	readonly free: readonly Slot[];
}

/** All who wait while something at their desks is free, in the list's order, and by what they were found. */
export interface WhoCouldHave {
	readonly list: readonly CouldHave[];
	/** The same again: nothing has happened since that could let anybody have more than before. */
	readonly state: string;
}

/** Reads who could have something at `now`: once for the whole list, as it means to look at every seat. */
export async function whoCouldHave(
	db: Reader,
	conferenceId: string,
	now: number,
): Promise<WhoCouldHave> {
	const rows = await db
		.select({ row: waiting, family: wish.familyId, desk: wishDesk.deskId })
		.from(waiting)
		.innerJoin(wish, eq(wish.id, waiting.wishId))
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(eq(waiting.conferenceId, conferenceId))
		.orderBy(asc(waiting.since), asc(waiting.id));
	const entries = [...groupBy(rows, ({ row }) => row.id).values()].filter(
		([first]) => first!.row.holdId === null,
	);
	if (entries.length === 0) return { list: [], state: '' };
	const snapshot = await loadSnapshot(db, conferenceId);
	// Before the seats: what happens in between is something new.
	const acts = await actsUntilNow(db);
	const wanted = new Set(entries.flat().map(({ desk }) => desk as string));
	const slots = snapshot.slots.filter(({ desk }) => wanted.has(desk));
	const claims = await readClaims(db, conferenceId, now);
	const states = seatStates({ ...snapshot, slots }, claims, now);
	const freeOf = groupBy(
		slots.filter(({ id }) => states.get(id) === 'free'),
		({ desk }) => desk,
	);
	const list = entries
		.map((own) => {
			const { row, family } = own[0]!;
			const free = own
				.flatMap(({ desk }) => freeOf.get(desk) ?? [])
				.filter(({ id }) => !row.passed.includes(id))
				.sort((a, b) => a.start - b.start);
			return { waiting: row.id, wish: row.wishId, family, free };
		})
		.filter(({ free }) => free.length > 0);
	const facts = [
		snapshot.conference.version,
		acts,
		// What time alone brings: booking begins or ends, and another date comes near enough.
		...[false, true].map((asked) =>
			JSON.stringify(isOpen(snapshot.conference, { office: false, asked }, now)),
		),
		localOf(now, snapshot.conference.timeZone).date,
		...list.map(({ waiting, free }) => [waiting, ...free.map(({ id }) => id)].join()),
	];
	return { list, state: createHash('sha256').update(facts.join('\n')).digest('base64') };
}

/** Tells one state of everything from another. The last id is not enough: an earlier one may be committed later. */
async function actsUntilNow(db: Reader): Promise<string> {
	const [last] = await db.select({ id: act.id }).from(act).orderBy(desc(act.id)).limit(1);
	return `${await db.$count(act)} ${last?.id ?? ''}`;
}

/** The first of the free slots that fits the visit of one who waits, or `null`. */
export async function firstThatFits(
	db: Reader,
	at: {
		readonly now: number;
		readonly snapshot: ConferenceSnapshot;
		readonly family: FamilyFacts;
	},
	{ wish, free }: Pick<CouldHave, 'wish' | 'free'>,
): Promise<SettledAppointment | null> {
	const wanted = wantedOf({ wish, free });
	const facts = await visitFacts(db, {
		...at,
		slots: neededFor(at.snapshot, at.family, wanted).slots,
		usedHolds: new Set<string>(),
		givenUp: new Set<string>(),
		office: false,
		has: shareOf(SYSTEM, at.family).has,
	});
	for (const place of wanted) {
		const settled = settleVisit(facts, [place]);
		if (settled.ok) return settled.appointments[0]!;
	}
	return null;
}

/** What one who waits would book, slot by slot. */
export const wantedOf = ({ wish, free }: Pick<CouldHave, 'wish' | 'free'>) =>
	free.map(({ id }) => ({ slot: id, wishes: [wish] }));
