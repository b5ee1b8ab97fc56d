import { and, asc, eq, inArray, notInArray } from 'drizzle-orm';
import type { Actor } from '../src/lib/core/permissions/may';
import { planVisit } from '../src/lib/core/planner/plan-visit';
import { familyVisitProblem } from '../src/lib/core/visits/family-projection';
import type { App } from '../src/lib/server/app';
import {
	appointment,
	desk,
	familyAdult,
	waiting,
	wish,
	wishDesk,
} from '../src/lib/server/foundation/database/schema';
import { bookVisit } from '../src/lib/server/visits/change-visit';
import { makeEnquiry } from '../src/lib/server/visits/enquiries';
import { familyView } from '../src/lib/server/visits/family-view';
import { askedAndWaiting } from './gannet-cove';

/** What waits for the office: two families ask for the principal, and one asks the school. */
export async function seedOfficeWork(app: App, conferenceId: string): Promise<void> {
	const wishes = await app.db
		.select({ id: wish.id, family: wish.familyId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.innerJoin(desk, eq(desk.id, wishDesk.deskId))
		.where(
			and(
				eq(wish.conferenceId, conferenceId),
				eq(desk.subject, askedAndWaiting.subject),
				inArray(wish.familyId, app.db.select({ id: appointment.familyId }).from(appointment)),
			),
		)
		.orderBy(asc(wish.familyId), asc(wish.id));
	const asking = [...new Map(wishes.map((row) => [row.family, row])).values()].slice(
		0,
		askedAndWaiting.requests,
	);
	for (const { id, family } of asking) {
		const actor = await adultOf(app, family);
		const view = await familyView(app, actor, conferenceId, family);
		const visit = planVisit(familyVisitProblem(view, { wishes: [id] }));
		const booked = await bookVisit(app, actor, {
			conferenceId,
			familyId: family,
			key: `demo-asked-${id}`,
			appointments: (visit?.placements ?? []).map(({ slot }) => ({
				slot: slot.id,
				wishes: [id],
				mode: slot.mode,
			})),
		});
		if (!booked.ok) throw new Error('a family of the demo could not ask for the principal');
	}
	const [waits] = await app.db
		.select({ wish: wish.id, family: wish.familyId })
		.from(waiting)
		.innerJoin(wish, eq(wish.id, waiting.wishId))
		.where(
			notInArray(
				wish.familyId,
				asking.map(({ family }) => family),
			),
		)
		.orderBy(asc(waiting.since), asc(waiting.id))
		.limit(1);
	if (!waits) return;
	await makeEnquiry(app, await adultOf(app, waits.family), {
		conferenceId,
		familyId: waits.family,
		wish: waits.wish,
		words: askedAndWaiting.question,
	});
}

async function adultOf(
	{ db }: App,
	family: typeof familyAdult.$inferSelect.familyId,
): Promise<Actor> {
	const [row] = await db
		.select({ adult: familyAdult.adultId })
		.from(familyAdult)
		.where(eq(familyAdult.familyId, family))
		.orderBy(asc(familyAdult.adultId))
		.limit(1);
	return { kind: 'adult', adult: row!.adult, families: [family] };
}
