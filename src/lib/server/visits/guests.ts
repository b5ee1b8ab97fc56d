import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { metAt, type MetAt } from '../../core/desks/named-substitutes';
import type { StudentRight } from '../../core/permissions/adult-rights';
import { may, type Actor } from '../../core/permissions/may';
import type { Place } from '../../core/snapshot/snapshot';
import { localOf } from '../../core/time/local-of';
import { guestAsk, guestWithdraw } from '../../operations/visits';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Reader } from '../foundation/database/connect';
import {
	appointment,
	appointmentStudent,
	building,
	conference,
	desk,
	guest,
	place,
} from '../foundation/database/schema';
import { substitutesOf } from '../desks/named-substitutes';
import { newId } from '../foundation/identifiers';
import { guestLink, isGuestSecret, readLinkToken } from '../invitations/links';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';
import { readRights } from '../safety/read-rights';
import { doorOf } from './door-of';
import { revisionOf } from './revision-of';
import { lockFamily } from './lock-visit';
import { receiversOf } from './receives';

type Appointment = typeof appointment.$inferSelect;

/** Somebody else who was asked along. */
interface Guest {
	readonly id: string;
	readonly name: string;
}

/**
 * Asks somebody along to one appointment: a second adult, a colleague, a social worker. Answers the
 * guest's own link; `unknown` when the appointment does not stand. Guests take nobody's place and are
 * not in anybody's way.
 */
export const askGuest = performs(guestAsk).by({
	async lock({ tx, actor, input }) {
		const booked = await ownAppointment(tx, actor, input.appointment, 'book');
		if (booked) await lockFamily(tx, booked.familyId);
	},
	async work({ tx, clock, config, actor, input: { appointment: appointmentId, name, email } }) {
		const booked = await ownAppointment(tx, actor, appointmentId, 'book');
		if (!booked || (booked.standing !== 'booked' && booked.standing !== 'asked'))
			return { refused: { reason: 'unknown' } };
		const id = newId(clock);
		await tx.insert(guest).values({ id, appointmentId, name, email });
		const { conferenceId } = booked;
		const after = { guest: id, appointment: appointmentId };
		return {
			done: { id, link: guestLink(config.origin, config.key, { id, version: 1 }) },
			act: { kind: 'guest.asked', conferenceId, after },
		};
	},
});

/** Takes an invitation back; the guest's link is void. */
export const withdrawGuest = performs(guestWithdraw).by({
	async work({ tx, clock, actor, input: { guest: id } }) {
		const [row] = await tx.select().from(guest).where(eq(guest.id, id));
		const booked = row && (await ownAppointment(tx, actor, row.appointmentId, 'book'));
		if (!booked) return { refused: { reason: 'unknown' } };
		const withdrawn = await tx
			.update(guest)
			.set({ withdrawnAt: clock.now() })
			.where(and(eq(guest.id, id), isNull(guest.withdrawnAt)))
			.returning();
		if (withdrawn.length === 0) return { refused: { reason: 'unknown' } };
		const { conferenceId } = booked;
		const before = { guest: id, appointment: booked.id };
		return { done: {}, act: { kind: 'guest.withdrawn', conferenceId, before } };
	},
});

/** Who was asked along to appointments, by appointment: for whoever may see those. */
export async function guestsAt(
	db: Reader,
	appointments: readonly string[],
): Promise<ReadonlyMap<string, Guest[]>> {
	if (appointments.length === 0) return new Map();
	const rows = await db
		.select()
		.from(guest)
		.where(and(inArray(guest.appointmentId, [...appointments]), isNull(guest.withdrawnAt)))
		.orderBy(asc(guest.id));
	return groupBy(
		rows.map(({ id, name, appointmentId }) => ({ id, name: name ?? '', appointmentId })),
		({ appointmentId }) => appointmentId,
	);
}

/** What a guest may know: when, where and with whom at the school; nothing of the family. */
export interface GuestView {
	readonly conference: string;
	readonly timeZone: string;
	readonly desk: MetAt;
	readonly start: number;
	readonly end: number;
	readonly place: Pick<Place, 'kind' | 'name' | 'buildingName'>;
	/** The door of a video appointment. */
	readonly link: string | null;
	/** The guest's own, and how often the appointment was changed: by these a calendar knows its entry again. */
	readonly id: string;
	readonly revision: number;
}

/** The one appointment that a guest's link is for; `null` for a link that lets nobody in any more. */
export async function guestView(
	{ db, config }: Pick<App, 'db' | 'config'>,
	token: string,
): Promise<GuestView | null> {
	const read = readLinkToken(token);
	if (!read) return null;
	const [row] = await db
		.select({ guest, appointment, conference, desk, place, building: building.name })
		.from(guest)
		.innerJoin(appointment, eq(appointment.id, guest.appointmentId))
		.innerJoin(conference, eq(conference.id, appointment.conferenceId))
		.innerJoin(desk, eq(desk.id, appointment.deskId))
		.innerJoin(place, eq(place.id, appointment.placeId))
		.leftJoin(building, eq(building.id, place.buildingId))
		.where(and(eq(guest.id, read.id), isNull(guest.withdrawnAt)));
	const stands = row?.appointment.standing === 'booked' || row?.appointment.standing === 'asked';
	if (!row || !stands || !isGuestSecret(config.key, row.guest, read.secret)) return null;
	const { startsAt, endsAt, id } = row.appointment;
	const { date } = localOf(startsAt, row.conference.timeZone);
	const known = (await loadSnapshot(db, row.conference.id)).desks.find(
		(desk) => desk.id === row.appointment.deskId,
	);
	const substitutes =
		(await substitutesOf(db, known ? [known] : [])).get(row.appointment.deskId) ?? [];
	const met = metAt({ name: row.desk.name, substitutes }, date);
	return {
		conference: row.conference.name,
		timeZone: row.conference.timeZone,
		desk: met,
		start: startsAt,
		end: endsAt,
		place: { kind: row.place.kind, name: row.place.name, buildingName: row.building },
		link: doorOf(config, row.place, id),
		id: read.id,
		revision: revisionOf({ version: row.appointment.version, ofDesk: row.desk.version }),
	};
}

/**
 * The appointment, if it is the actor's to ask somebody along to: its family's, with the right about all
 * of its students, or its teachers'.
 */
async function ownAppointment(
	db: Reader,
	actor: Actor,
	id: string,
	right: StudentRight,
): Promise<Appointment | null> {
	const [row] = await db.select().from(appointment).where(eq(appointment.id, id));
	if (!row) return null;
	if (actor.kind !== 'teacher') {
		if (!may(actor, 'visit.book', { family: row.familyId })) throw new ForbiddenError();
		const about = await db
			.select({ id: appointmentStudent.studentId })
			.from(appointmentStudent)
			.where(eq(appointmentStudent.appointmentId, id));
		const has = await readRights(db, actor);
		return has(
			right,
			about.map(({ id }) => id),
		)
			? row
			: null;
	}
	if (!(await receiversOf(db, row)).includes(actor.person)) throw new ForbiddenError();
	return row;
}
