import { eq, inArray, sql } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import {
	desk,
	deskPerson,
	deskSubstitute,
	series,
	seriesPlace,
	sitting,
	slot,
	wishDesk,
} from '../foundation/database/schema';
import { placesFor } from './places';
import { dropSlots } from './sync-slots';

/** Writes a desk's rows as its plan says. Sittings and slots follow by `syncSlots`. */
export async function writePlan(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
	plan: DeskPlan,
): Promise<void> {
	const { id, number, forAll, isListed, familyPicks } = plan;
	const facts = {
		number,
		name: plan.name.trim(),
		subject: plan.subject.trim(),
		words: plan.words.trim(),
	};
	const rightHours = [...plan.rightHours];
	const values = { ...facts, ...plan.rules, forAll, isListed, familyPicks, rightHours };
	await tx
		.insert(desk)
		.values({ id, conferenceId, ...values })
		.onConflictDoUpdate({
			target: desk.id,
			set: { ...values, version: sql`${desk.version} + 1` },
		});

	await tx.delete(deskPerson).where(eq(deskPerson.deskId, id));
	await insertAll(
		tx,
		deskPerson,
		plan.people.map(({ person, role }) => ({ deskId: id, personId: person, role })),
	);
	await tx.delete(deskSubstitute).where(eq(deskSubstitute.deskId, id));
	await insertAll(
		tx,
		deskSubstitute,
		plan.substitutes.map(({ date, absent, person }) => ({
			deskId: id,
			localDate: date,
			absentId: absent,
			personId: person,
		})),
	);

	for (const [rank, entry] of plan.series.entries()) {
		const { when, division, seats } = entry;
		const row = { rank, when, breaks: [...entry.breaks], division, seats };
		await tx
			.insert(series)
			.values({ id: entry.id, deskId: id, ...row })
			.onConflictDoUpdate({
				target: series.id,
				set: { ...row, version: sql`${series.version} + 1` },
			});
		await tx.delete(seriesPlace).where(eq(seriesPlace.seriesId, entry.id));
		const places = await placesFor(tx, clock, entry.places);
		await insertAll(
			tx,
			seriesPlace,
			places.map((placeId, rank) => ({ seriesId: entry.id, placeId, rank })),
		);
	}
}

/** Removes the series that a plan no longer has, once no sitting follows from them. */
export async function dropSeries(tx: Transaction, plan: DeskPlan): Promise<void> {
	const known = await tx.select({ id: series.id }).from(series).where(eq(series.deskId, plan.id));
	const gone = known
		.map(({ id }) => id)
		.filter((id) => !plan.series.some((entry) => entry.id === id));
	if (gone.length) await tx.delete(series).where(inArray(series.id, gone));
}

/** Removes a desk that nobody has or had booked. */
export async function dropDesk(tx: Transaction, clock: Clock, deskId: string): Promise<void> {
	const slots = await tx.select({ id: slot.id }).from(slot).where(eq(slot.deskId, deskId));
	await dropSlots(tx, clock, slots);
	await tx.delete(sitting).where(eq(sitting.deskId, deskId));
	await tx.delete(series).where(eq(series.deskId, deskId));
	await tx.delete(wishDesk).where(eq(wishDesk.deskId, deskId));
	await tx.delete(deskSubstitute).where(eq(deskSubstitute.deskId, deskId));
	await tx.delete(deskPerson).where(eq(deskPerson.deskId, deskId));
	await tx.delete(desk).where(eq(desk.id, deskId));
}
