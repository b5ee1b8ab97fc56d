import { eq } from 'drizzle-orm';
import type { WhoseVisit } from '../../operations/change';
import { waitingJoin, waitingLeave } from '../../operations/visits';
import { waiting } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs, type Asked } from '../foundation/runner/perform';
import { shareOf } from './family-share';
import { releaseHolds } from './held-claims';
import { readFamily } from './family-facts';
import { lockFamily } from './lock-visit';

const lock = ({ tx, input }: Asked<WhoseVisit>) => lockFamily(tx, input.familyId);

/** Puts a family's wish on the waiting list; a second time changes nothing. `unknown`: no such wish. */
export const joinWaitingList = performs(waitingJoin).by({
	lock,
	async work({ tx, clock, actor, input: { conferenceId, familyId, wish } }) {
		const family = await readFamily(tx, conferenceId, familyId);
		const wanted = shareOf(actor, family).wishes.find(({ id }) => id === wish);
		const isServed = family.own.some(({ wishes }) => wishes.includes(wish));
		if (!wanted || isServed) return { refused: { reason: 'unknown' } };
		const [known] = await tx.select().from(waiting).where(eq(waiting.wishId, wanted.id));
		if (known) return { done: { id: known.id }, act: null };
		const id = newId(clock);
		await tx.insert(waiting).values({ id, conferenceId, wishId: wanted.id, since: clock.now() });
		const after = { id, wish: wanted.id };
		return { done: { id }, act: { kind: 'waiting.joined', conferenceId, after } };
	},
});

/** Takes a family's wish off the list, with what is offered for it. */
export const leaveWaitingList = performs(waitingLeave).by({
	lock,
	async work({ tx, actor, input: { conferenceId, familyId, wish } }) {
		const family = await readFamily(tx, conferenceId, familyId);
		const isOwn = shareOf(actor, family).wishes.some(({ id }) => id === wish);
		const [row] = isOwn ? await tx.delete(waiting).where(eq(waiting.wishId, wish)).returning() : [];
		if (!row) return { refused: { reason: 'unknown' } };
		const offers = family.holds.filter(({ id }) => id === row.holdId);
		await releaseHolds(tx, offers);
		const before = { id: row.id, wish: row.wishId };
		return { done: {}, act: { kind: 'waiting.left', conferenceId, before } };
	},
});
