import { claimsByThing } from '../../core/conferences/seat-state';
import { placeKey, REMOTE, travelBetween } from '../../core/conferences/travel';
import { may, type Actor } from '../../core/permissions/may';
import {
	visitConflicts,
	type VisitConflict,
	type WantedAppointment,
} from '../../core/visits/check-visit';
import { datesTogether } from '../../core/visits/keep-apart';
import { turnMinutes } from '../../core/visits/turn';
import { earlierAct, recordAct } from '../acts/record-act';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { EXCLUSION_VIOLATION, postgresError, UNIQUE_VIOLATION } from '../database/errors';
import { inTransaction } from '../database/transaction';
import { announceChange } from '../live/announce';
import { classLabels } from '../people/class-labels';
import { ForbiddenError } from '../permissions/forbidden';
import { adultsApart, familiesApart, visitsApart } from '../safety/kept-apart';
import { withdrawnFrom } from '../safety/withdrawn-rights';
import { adultThing, lockVisit } from './lock-visit';
import { adultsOf, claimsOn, readWishes, servedWishes, standingOf } from './read-visit-facts';
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
			const { notBook } = await withdrawnFrom(tx, actor);
			const wishes = (await readWishes(tx, request)).filter(({ student }) => !notBook.has(student));
			const students = wishes.map(({ student }) => student);
			const apart = await familiesApart(tx, request.familyId);
			const coming = new Set(await adultsOf(tx, request.familyId, students));
			const locked = await lockVisit(tx, {
				students,
				adults: [...coming, ...(await adultsApart(tx, [...apart.keys()]))],
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
			const adults = locked.adults.filter(({ id }) => coming.has(id));
			const adultThings = adults.map(adultThing);
			const claims = claimsByThing(
				await claimsOn(tx, [
					...wanted.flatMap(({ desk }) => [desk.id, ...desk.persons]),
					...adultThings,
				]),
			);
			const fixed = await standingOf(tx, request.conferenceId, snapshot.conference.timeZone, {
				adults,
				keyOf: (place) => placeKey(places.get(place)!),
			});
			const conflicts = visitConflicts({
				conference: snapshot.conference,
				now,
				wanted,
				fixed,
				adults: adultThings,
				claims,
				turn: turnMinutes({
					travel: travelBetween(snapshot.places, snapshot.walks, snapshot.conference.switchMinutes),
					pause: snapshot.conference.pauseMinutes,
				}),
			});
			if (conflicts.length) return { ok: false, conflicts };
			const together = datesTogether(
				wanted.filter(({ placeKey }) => placeKey !== REMOTE).map(({ slot }) => slot),
				fixed.filter(({ placeKey }) => placeKey !== REMOTE),
				await visitsApart(tx, request.conferenceId, snapshot.conference.timeZone, apart),
			);
			// Nobody may tell from the answer that somebody is kept apart from somebody.
			const unfit = wanted.filter(({ slot }) => together.has(slot.date));
			if (unfit.length)
				return {
					ok: false,
					conflicts: unfit.map(({ slot }) => ({ slot: slot.id, code: 'taken' })),
				};

			const labels = await classLabels(
				tx,
				wishes.map(({ student }) => student),
			);
			const appointments = await writeVisit(tx, clock, {
				conferenceId: request.conferenceId,
				familyId: request.familyId,
				adults,
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
