import { eq } from 'drizzle-orm';
import { longLengthAt } from '../../core/rules/long-talks';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { wishLengthen } from '../../operations/visits';
import { loadSnapshot } from '../conferences/load-snapshot';
import { wish } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { readFamily } from './family-facts';
import { shareOf } from './family-share';
import { lockFamily } from './lock-visit';

/** Makes a meeting that is not arranged yet a long talk, where its desk has them, or a usual one again. */
export const lengthenWish = performs(wishLengthen).by({
	lock: ({ tx, input }) => lockFamily(tx, input.familyId),
	async work({ tx, actor, input: { conferenceId, familyId, wish: id, isLong } }) {
		const family = await readFamily(tx, conferenceId, familyId);
		const wanted = shareOf(actor, family).wishes.find((one) => one.id === id);
		const { desks } = indexOf(await loadSnapshot(tx, conferenceId));
		const longLength = longLengthAt((wanted?.desks ?? []).flatMap((one) => desks.get(one) ?? []));
		if (!wanted || longLength === null) return { refused: { reason: 'unknown' } };
		if (family.own.some(({ wishes }) => wishes.includes(id)))
			return { refused: { reason: 'booked' } };
		const length = isLong ? longLength : 1;
		if (wanted.length === length) return { done: {}, act: null };
		await tx.update(wish).set({ length }).where(eq(wish.id, wanted.id));
		const facts = { wish: wanted.id };
		return {
			done: {},
			act: {
				kind: 'wish.lengthened',
				conferenceId,
				before: { ...facts, length: wanted.length },
				after: { ...facts, length },
			},
		};
	},
});
