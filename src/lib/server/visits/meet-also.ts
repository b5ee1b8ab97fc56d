import { and, eq, isNotNull } from 'drizzle-orm';
import type { DeskId, FamilyId, StudentId } from '../../core/ids';
import { indexOf } from '../../core/snapshot/snapshot-index';
import type { WhoseVisit } from '../../operations/change';
import { wishAdd, wishRemove } from '../../operations/office-visits';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { waiting, wish, wishDesk } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs, type Asked } from '../foundation/runner/perform';
import { DERIVED_WEIGHT } from './derive-wishes';
import { readFamily, type FamilyFacts } from './family-facts';
import { releaseHolds } from './held-claims';
import { lockFamily } from './lock-visit';

/** What a meeting that the office adds is beside whom it is with and about. */
export const ADDED = {
	weight: DERIVED_WEIGHT,
	must: false,
	optional: false,
	length: 1,
	askedBy: 'office',
	words: '',
} as const;

const lock = ({ tx, input }: Asked<WhoseVisit>) => lockFamily(tx, input.familyId);

/** Lets a family meet somebody at a desk that is none of its own, about one of its students. */
export const addWish = performs(wishAdd).by({
	lock,
	async work({ tx, clock, input }) {
		return addTo(tx, clock, await readFamily(tx, input.conferenceId, input.familyId), input);
	},
});

/** Adds a meeting about one of a family's students at a desk of the conference, once. */
export async function addTo(
	tx: Transaction,
	clock: Clock,
	family: FamilyFacts,
	{ conferenceId, student, desk }: { conferenceId: string; student: string; desk: string },
) {
	const isOwn = family.students.some(({ id }) => id === student);
	const { desks } = indexOf(await loadSnapshot(tx, conferenceId));
	if (!isOwn || !desks.has(desk)) return { refused: { reason: 'unknown' } } as const;
	const isWished = family.wishes.some(
		(known) => known.student === student && known.desks.includes(desk),
	);
	if (isWished) return { refused: { reason: 'wished' } } as const;
	const dropped = await droppedWish(tx, family.id, student, desk);
	const id = dropped ?? newId(clock);
	if (dropped) await tx.update(wish).set({ droppedAt: null }).where(eq(wish.id, dropped));
	else {
		await tx.insert(wish).values({
			id,
			conferenceId,
			familyId: family.id as FamilyId,
			studentId: student as StudentId,
			...ADDED,
			source: 'by-hand',
		});
		await tx.insert(wishDesk).values({ wishId: id, deskId: desk as DeskId, rank: 0 });
	}
	const after = { wish: id };
	return { done: { wish: id }, act: { kind: 'wish.added', conferenceId, after } } as const;
}

/** Takes a meeting that the office added off again. */
export const removeWish = performs(wishRemove).by({
	lock,
	async work({ tx, clock, input: { conferenceId, familyId, wish: id } }) {
		const family = await readFamily(tx, conferenceId, familyId);
		const known = family.wishes.find((one) => one.id === id && one.askedBy === 'office');
		if (!known) return { refused: { reason: 'unknown' } };
		if (family.own.some(({ wishes }) => wishes.includes(id)))
			return { refused: { reason: 'booked' } };
		const keeping = family.holds.filter(({ keeps }) =>
			keeps.some(({ wishes }) => wishes.includes(id)),
		);
		await releaseHolds(tx, keeping);
		await tx.delete(waiting).where(eq(waiting.wishId, known.id));
		// It is remembered by the appointments that once served it, and by what happened.
		await tx.update(wish).set({ droppedAt: clock.now() }).where(eq(wish.id, known.id));
		return { done: {}, act: { kind: 'wish.removed', conferenceId, before: { wish: id } } };
	},
});

/** The same meeting, if it was added before and taken off. */
async function droppedWish(tx: Transaction, family: string, student: string, desk: string) {
	const [row] = await tx
		.select({ id: wish.id })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(
			and(
				eq(wish.familyId, family),
				eq(wish.studentId, student),
				eq(wish.source, 'by-hand'),
				isNotNull(wish.droppedAt),
				eq(wishDesk.deskId, desk),
			),
		);
	return row?.id;
}
