import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { Hours } from '../../core/slots/series';
import type { App } from '../app';
import { building, desk, deskPerson, invitation, place, series, slot } from '../database/schema';
import { invitationLink } from '../invitations/links';
import { ForbiddenError } from '../permissions/forbidden';

/** A desk as the organiser edits it. */
export interface DeskLine {
	readonly id: string;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
	readonly place: {
		readonly kind: 'room' | 'video' | 'telephone';
		readonly name: string;
		readonly building: string | null;
		readonly link: string | null;
	};
	readonly forAll: boolean;
	readonly followsConference: boolean;
	readonly hours: readonly Hours[];
	readonly slotMinutes: number;
	readonly gapMinutes: number;
	readonly slots: readonly {
		readonly date: string;
		readonly start: number;
		readonly end: number;
	}[];
	/** Booked slots that fit the hours no longer. */
	readonly toSettle: number;
	/** The teacher's private link. */
	readonly link: string | null;
}

/** The desks of a conference in order of their numbers. */
export async function listDesks(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	conferenceId: string,
): Promise<DeskLine[]> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const seesLinks = may(actor, 'links.see');
	const rows = await db
		.select({ desk, series, place, building: building.name, invitation })
		.from(desk)
		.innerJoin(series, eq(series.deskId, desk.id))
		.innerJoin(place, eq(place.id, series.placeId))
		.leftJoin(building, eq(building.id, place.buildingId))
		.leftJoin(deskPerson, eq(deskPerson.deskId, desk.id))
		.leftJoin(
			invitation,
			and(eq(invitation.personId, deskPerson.personId), isNull(invitation.revokedAt)),
		)
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(asc(desk.number));
	const slots = await db
		.select({
			desk: slot.deskId,
			date: slot.localDate,
			start: slot.startsAt,
			end: slot.endsAt,
			toSettle: sql<boolean>`${slot.detachedAt} is not null and exists (
				select from claim where claim.occupancy = ${slot.id})`,
			live: sql<boolean>`${slot.detachedAt} is null`,
		})
		.from(slot)
		.innerJoin(desk, eq(desk.id, slot.deskId))
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(asc(slot.startsAt));
	return rows.map(({ desk, series, place, building, invitation }) => {
		const own = slots.filter((slot) => slot.desk === desk.id);
		return {
			...{ id: desk.id, number: desk.number, name: desk.name, subject: desk.subject },
			place: { kind: place.kind, name: place.name, building, link: place.link },
			forAll: desk.forAll,
			followsConference: series.followsConference,
			hours: series.hours,
			slotMinutes: series.slotMinutes,
			gapMinutes: series.gapMinutes,
			slots: own.filter(({ live }) => live).map(({ date, start, end }) => ({ date, start, end })),
			toSettle: own.filter(({ toSettle }) => toSettle).length,
			link: seesLinks && invitation ? invitationLink(config.origin, config.key, invitation) : null,
		};
	});
}
