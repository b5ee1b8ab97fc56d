import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { invitationsMake } from '../../operations/messages';
import type { Transaction } from '../foundation/database/connect';
import { family, familyAdult, invitation, wish } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { ensureCode, familiesWithWithdrawnRights } from './codes';
import { invitationLink } from './links';
import { invite } from './visitors';

/** Each family of a conference with its link and code. Whoever has none is given one; the others stay good. */
export const makeInvitations = performs(invitationsMake).by({
	async work({ tx, clock, config, input: { conferenceId } }) {
		const families = await tx
			.selectDistinct({ id: family.id, label: family.label })
			.from(wish)
			.innerJoin(family, and(eq(family.id, wish.familyId), isNull(family.leftAt)))
			.where(eq(wish.conferenceId, conferenceId))
			.orderBy(asc(family.id));
		const ids = families.map(({ id }) => id);
		const adults = await tx
			.select({ family: familyAdult.familyId, adult: familyAdult.adultId })
			.from(familyAdult)
			.where(inArray(familyAdult.familyId, ids))
			.orderBy(asc(familyAdult.adultId));
		const isNew: boolean[] = [];
		for (const { adult } of adults) isNew.push(await invite(tx, clock, { adultId: adult }));
		const links = await linksOf(
			tx,
			adults.map(({ adult }) => adult),
		);
		const apart = await familiesWithWithdrawnRights(tx, ids);
		const codes = new Map<string, string>();
		let made = 0;
		for (const id of ids) {
			if (apart.has(id)) continue;
			const { code, isNew } = await ensureCode(tx, config.key, { kind: 'family', id });
			codes.set(id, code);
			made += Number(isNew);
		}
		const adultsOf = groupBy(adults, ({ family }) => family);
		const invitations = families.map(({ id, label }) => ({
			family: id,
			label: label ?? '',
			code: codes.get(id) ?? null,
			links: (adultsOf.get(id) ?? []).flatMap(({ adult }) => {
				const own = links.get(adult);
				return own ? [{ adult, link: invitationLink(config.origin, config.key, own) }] : [];
			}),
		}));
		const after = { links: isNew.filter(Boolean).length, codes: made };
		const hasMade = after.links + after.codes > 0;
		return {
			done: { invitations },
			act: hasMade ? { kind: 'invitations.made', conferenceId, after } : null,
		};
	},
});

async function linksOf(tx: Transaction, adults: readonly string[]) {
	const rows = await tx
		.select()
		.from(invitation)
		.where(and(inArray(invitation.adultId, [...adults]), isNull(invitation.revokedAt)));
	return new Map(rows.map((row) => [row.adultId, row]));
}
