import { and, eq, inArray } from 'drizzle-orm';
import { claimsByThing } from '../../core/conferences/seat-state';
import type { Claim } from '../../core/conferences/snapshot';
import { placeKey, travelBetween } from '../../core/conferences/travel';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import {
	visitConflicts,
	type StandingAppointment,
	type VisitConflict,
	type WantedAppointment,
} from '../../core/visits/check-visit';
import { turnMinutes } from '../../core/visits/turn';
import { earlierAct, recordAct } from '../acts/record-act';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Transaction } from '../database/connect';
import { EXCLUSION_VIOLATION, postgresError, UNIQUE_VIOLATION } from '../database/errors';
import {
	appointment,
	appointmentAdult,
	appointmentWish,
	claim,
	familyAdult,
	wish,
	wishDesk,
} from '../database/schema';
import { inTransaction } from '../database/transaction';
import { announceChange } from '../live/announce';
import { classLabels } from '../people/class-labels';
import { ForbiddenError } from '../permissions/forbidden';
import { adultThing, lockVisit, type LockedAdult } from './lock-visit';
import { writeVisit } from './write-visit';

/** A visit that a family wants: all of it or nothing. */
export interface VisitRequest {
	readonly conferenceId: string;
	readonly familyId: string;
	/** The same key means the same request, however often it comes. */
	readonly key: string;
	readonly appointments: readonly { readonly slot: string; readonly wishes: readonly string[] }[];
}

export type BookingResult =
	| { readonly ok: true; readonly appointments: readonly string[] }
	| { readonly ok: false; readonly conflicts: readonly VisitConflict[] };

type Deps = Pick<App, 'db' | 'clock'>;

/**
 * Books a whole visit in one transaction, or says what stands in its way. The order is: lock, then
 * check by the rules of core, then write. All adults of the family come.
 */
export async function bookVisit(
	{ db, clock }: Deps,
	actor: Actor,
	request: VisitRequest,
): Promise<BookingResult> {
	if (!may(actor, 'visit.book', { family: request.familyId })) throw new ForbiddenError();
	try {
		return await inTransaction(db, async (tx) => {
			const wishes = await readWishes(tx, request);
			const locked = await lockVisit(tx, {
				students: wishes.map(({ student }) => student),
				adults: await adultsOf(tx, request.familyId),
				slots: request.appointments.map(({ slot }) => slot),
			});
			const earlier = await earlierAct(tx, actor, request.key);
			if (earlier) return earlier.after as { ok: true; appointments: string[] };

			const now = clock.now();
			const snapshot = await loadSnapshot(tx, request.conferenceId);
			const slots = new Map(
				locked.slots.filter(({ detachedAt }) => detachedAt === null).map((slot) => [slot.id, slot]),
			);
			const desks = new Map(snapshot.desks.map((desk) => [desk.id, desk]));
			const places = new Map(snapshot.places.map((place) => [place.id, place]));
			const gone = request.appointments.filter(
				({ slot }) => !desks.has(slots.get(slot)?.deskId ?? ''),
			);
			if (gone.length)
				return { ok: false, conflicts: gone.map(({ slot }) => ({ slot, code: 'taken' })) };

			const served = await servedWishes(tx, wishes);
			const wanted = request.appointments.map((entry): WantedAppointment => {
				const slot = slots.get(entry.slot)!;
				const known = wishes.filter(({ id }) => entry.wishes.includes(id));
				return {
					slot: {
						id: slot.id,
						desk: slot.deskId,
						place: slot.placeId,
						date: slot.localDate,
						start: slot.startsAt,
						end: slot.endsAt,
						claimEnd: slot.claimEndsAt,
						seats: slot.seats,
						blocked: slot.blockedAt !== null,
					},
					placeKey: placeKey(places.get(slot.placeId)!),
					desk: desks.get(slot.deskId)!,
					wishes:
						known.length === entry.wishes.length
							? known.map(({ id, desks }) => ({ id, desks, placed: served.has(id) }))
							: [],
				};
			});
			const adultThings = locked.adults.map(adultThing);
			const claims = claimsByThing(
				await claimsOn(tx, [
					...wanted.flatMap(({ desk }) => [desk.id, ...desk.persons]),
					...adultThings,
				]),
			);
			const conflicts = visitConflicts({
				conference: snapshot.conference,
				now,
				wanted,
				fixed: await standingOf(tx, request.conferenceId, snapshot.conference.timeZone, {
					adults: locked.adults,
					keyOf: (place) => placeKey(places.get(place)!),
				}),
				adults: adultThings,
				claims,
				turn: turnMinutes({
					travel: travelBetween(snapshot.places, snapshot.walks, snapshot.conference.switchMinutes),
					pause: snapshot.conference.pauseMinutes,
				}),
			});
			if (conflicts.length) return { ok: false, conflicts };

			const labels = await classLabels(
				tx,
				wishes.map(({ student }) => student),
			);
			const appointments = await writeVisit(tx, clock, {
				conferenceId: request.conferenceId,
				familyId: request.familyId,
				adults: locked.adults,
				appointments: wanted.map((entry) => {
					const taken = claims.get(entry.desk.id) ?? [];
					const about = wishes.filter(({ id }) => entry.wishes.some((wish) => wish.id === id));
					return {
						slot: slots.get(entry.slot.id)!,
						seat: taken.filter(({ occupancy }) => occupancy === entry.slot.id).length + 1,
						persons: entry.desk.persons,
						wishes: about.map(({ id }) => id),
						students: [...new Set(about.map(({ student }) => student))].map((id) => ({
							id,
							classLabel: labels.get(id) ?? '',
						})),
					};
				}),
			});
			const result = { ok: true as const, appointments };
			await recordAct(tx, clock, {
				actor,
				kind: 'visit.booked',
				conferenceId: request.conferenceId,
				key: request.key,
				after: result,
			});
			await announceChange(tx, request.conferenceId);
			return result;
		});
	} catch (error) {
		return answerConstraint({ db, clock }, actor, request, error);
	}
}

/** The net under the locks: what a constraint refuses was taken by somebody, or by this very key. */
async function answerConstraint(
	{ db }: Deps,
	actor: Actor,
	request: VisitRequest,
	error: unknown,
): Promise<BookingResult> {
	const refusal = postgresError(error);
	if (refusal?.code !== EXCLUSION_VIOLATION && refusal?.code !== UNIQUE_VIOLATION) throw error;
	const earlier = await earlierAct(db, actor, request.key);
	if (earlier) return earlier.after as { ok: true; appointments: string[] };
	return {
		ok: false,
		conflicts: request.appointments.map(({ slot }) => ({ slot, code: 'taken' })),
	};
}

async function adultsOf(tx: Transaction, familyId: string): Promise<string[]> {
	const rows = await tx
		.select({ id: familyAdult.adultId })
		.from(familyAdult)
		.where(eq(familyAdult.familyId, familyId));
	return rows.map(({ id }) => id);
}

interface WishFacts {
	readonly id: string;
	readonly student: string;
	readonly desks: readonly string[];
}

/** The family's own wishes among those asked for. */
async function readWishes(tx: Transaction, request: VisitRequest): Promise<WishFacts[]> {
	const ids = request.appointments.flatMap(({ wishes }) => wishes);
	const rows = await tx
		.select({ id: wish.id, student: wish.studentId, desk: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(
			and(
				inArray(wish.id, ids),
				eq(wish.familyId, request.familyId),
				eq(wish.conferenceId, request.conferenceId),
			),
		);
	return [...groupBy(rows, ({ id }) => id)].map(([id, desks]) => ({
		id,
		student: desks[0]!.student,
		desks: desks.map(({ desk }) => desk),
	}));
}

async function servedWishes(tx: Transaction, wishes: readonly WishFacts[]): Promise<Set<string>> {
	const rows = await tx
		.select({ id: appointmentWish.wishId })
		.from(appointmentWish)
		.innerJoin(appointment, eq(appointment.id, appointmentWish.appointmentId))
		.where(
			and(
				inArray(
					appointmentWish.wishId,
					wishes.map(({ id }) => id),
				),
				inArray(appointment.standing, ['asked', 'booked']),
			),
		);
	return new Set(rows.map(({ id }) => id));
}

async function claimsOn(tx: Transaction, things: readonly string[]): Promise<Claim[]> {
	const rows = await tx
		.select({
			thing: claim.thing,
			start: claim.startsAt,
			end: claim.endsAt,
			occupancy: claim.occupancy,
		})
		.from(claim)
		.where(inArray(claim.thing, [...new Set(things)]));
	return rows.map((row) => ({ ...row, standing: 'booked' }));
}

/** What the adults have booked at the conference, with whichever of their families. */
async function standingOf(
	tx: Transaction,
	conferenceId: string,
	timeZone: string,
	whose: { adults: readonly LockedAdult[]; keyOf: (place: string) => string },
): Promise<StandingAppointment[]> {
	const rows = await tx
		.selectDistinct({
			id: appointment.id,
			place: appointment.placeId,
			start: appointment.startsAt,
			end: appointment.endsAt,
		})
		.from(appointment)
		.innerJoin(appointmentAdult, eq(appointmentAdult.appointmentId, appointment.id))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.standing, ['asked', 'booked']),
				inArray(
					appointmentAdult.adultId,
					whose.adults.map(({ id }) => id),
				),
			),
		);
	return rows.map(({ place, start, end }) => ({
		date: localOf(start, timeZone).date,
		placeKey: whose.keyOf(place),
		start,
		end,
	}));
}
