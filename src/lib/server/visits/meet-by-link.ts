import { eq } from 'drizzle-orm';
import { wishByLink } from '../../operations/sharing';
import { conferenceWithId, isVisible } from '../conferences/read-conference';
import { desk } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { shortLinkOf } from '../sharing/short-links';
import { readFamily } from './family-facts';
import { shareOf } from './family-share';
import { lockFamily } from './lock-visit';
import { addTo } from './meet-also';

/** Lets a family that has the link of an unlisted desk meet whoever receives there, about one of its students. */
export const meetByLink = performs(wishByLink).by({
	lock: ({ tx, input }) => lockFamily(tx, input.familyId),
	async work({ tx, clock, actor, input: { familyId, student, code } }) {
		const link = await shortLinkOf(tx, code);
		if (!link?.deskId || link.endedAt !== null) return { refused: { reason: 'unknown' } };
		const { conferenceId } = link;
		const [wanted] = await tx.select().from(desk).where(eq(desk.id, link.deskId));
		const conference = await conferenceWithId(tx, conferenceId);
		if (!wanted || wanted.isListed || !conference || !isVisible(conference))
			return { refused: { reason: 'unknown' } };
		const family = await readFamily(tx, conferenceId, familyId);
		if (!shareOf(actor, family).has('book', [student])) return { refused: { reason: 'unknown' } };
		return addTo(tx, clock, family, { conferenceId, student, desk: wanted.id });
	},
});
