import { and, eq, isNull } from 'drizzle-orm';
import type { HasRight } from '../../../core/permissions/adult-rights';
import type { Actor } from '../../../core/permissions/may';
import type { FamilyProjection } from '../../../core/visits/family-projection';
import type { App } from '../../app';
import { adult, family, familyAdult, invitation } from '../../foundation/database/schema';
import { isAround } from '../../register/around';
import { invitationLink } from '../../invitations/links';
import { fullName } from '../../register/names';
import { readRights } from '../../safety/read-rights';
import { familyView } from '../../visits/family-view';
import type { NoticeRow } from './writing';

/** An adult of a family, as far as it may be told of a conference. */
export interface ToldAdult {
	/** As whom the adult asks for anything. */
	readonly reader: Actor;
	readonly name: string;
	/** The family's visit: only what this adult may see and be told of. */
	readonly view: FamilyProjection;
	/** Whether the adult may be told of all of some students. */
	readonly hears: (students: Iterable<string>) => boolean;
	/** The address of its visit, or of the start page for whoever has no link. */
	readonly page: string;
}

/** Who is told by a notice, with what they may know now; `null`: they are not of the family any more. */
export async function toldAdult(
	app: App,
	{ adultId, familyId, conferenceId }: NoticeRow,
): Promise<ToldAdult | null> {
	if (!adultId || !familyId || !conferenceId) return null;
	const [row] = await app.db
		.select({ adult, invitation })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isAround(adult)))
		.innerJoin(family, and(eq(family.id, familyAdult.familyId), isAround(family)))
		.leftJoin(invitation, and(eq(invitation.adultId, adult.id), isNull(invitation.revokedAt)))
		.where(and(eq(familyAdult.familyId, familyId), eq(familyAdult.adultId, adultId)));
	if (!row) return null;
	const reader: Actor = { kind: 'adult', adult: adultId, families: [familyId] };
	const has: HasRight = await readRights(app.db, reader);
	const hears = (students: Iterable<string>) => has('hear', students);
	const view = await familyView(app, reader, conferenceId, familyId, { choices: false });
	const { origin, key } = app.config;
	return {
		reader,
		name: fullName(row.adult),
		hears,
		view: { ...view, appointments: view.appointments.filter(({ students }) => hears(students)) },
		page: row.invitation ? invitationLink(origin, key, row.invitation) : `${origin}/`,
	};
}
