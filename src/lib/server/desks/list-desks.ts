import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { Hours } from '../../core/slots/series';
import type { App } from '../app';
import {
	building,
	desk,
	deskPerson,
	invitation,
	person,
	place,
	series,
	slot,
} from '../database/schema';
import { invitationLink } from '../invitations/links';
import { fullName } from '../people/names';
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
	/** The private links of those who receive. */
	readonly links: readonly { readonly name: string; readonly link: string }[];
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
		.select({ desk, series, place, building: building.name })
		.from(desk)
		.innerJoin(series, eq(series.deskId, desk.id))
		.innerJoin(place, eq(place.id, series.placeId))
		.leftJoin(building, eq(building.id, place.buildingId))
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(asc(desk.number));
	const receivers = seesLinks
		? await db
				.select({ desk: deskPerson.deskId, person, invitation })
				.from(deskPerson)
				.innerJoin(person, eq(person.id, deskPerson.personId))
				.innerJoin(desk, and(eq(desk.id, deskPerson.deskId), eq(desk.conferenceId, conferenceId)))
				.innerJoin(
					invitation,
					and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)),
				)
		: [];
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
	return rows.map(({ desk, series, place, building }) => {
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
			links: receivers
				.filter((receiver) => receiver.desk === desk.id)
				.map(({ person, invitation }) => ({
					name: fullName(person),
					link: invitationLink(config.origin, config.key, invitation),
				})),
		};
	});
}
