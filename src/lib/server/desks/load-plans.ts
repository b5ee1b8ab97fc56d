import { asc, eq, inArray } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { groupBy } from '../../core/group-by';
import type { Reader } from '../foundation/database/connect';
import { desk, deskPerson, deskSubstitute, series } from '../foundation/database/schema';
import { deskRulesOf } from './desk-rules-of';
import { placesOfSeries } from './places';

/** The plans of a conference's desks, in order of their numbers. */
export async function loadPlans(db: Reader, conferenceId: string): Promise<DeskPlan[]> {
	const desks = await db
		.select()
		.from(desk)
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(asc(desk.number));
	const ids = desks.map(({ id }) => id);
	const [people, substitutes, rows] = await Promise.all([
		db
			.select()
			.from(deskPerson)
			.where(inArray(deskPerson.deskId, ids))
			.orderBy(asc(deskPerson.personId)),
		db
			.select()
			.from(deskSubstitute)
			.where(inArray(deskSubstitute.deskId, ids))
			.orderBy(asc(deskSubstitute.localDate), asc(deskSubstitute.absentId)),
		db
			.select()
			.from(series)
			.where(inArray(series.deskId, ids))
			.orderBy(asc(series.rank), asc(series.id)),
	]);
	const places = await placesOfSeries(
		db,
		rows.map(({ id }) => id),
	);
	const [peopleOf, substitutesOf, seriesOf] = [
		groupBy(people, ({ deskId }) => deskId),
		groupBy(substitutes, ({ deskId }) => deskId),
		groupBy(rows, ({ deskId }) => deskId),
	];
	return desks.map(
		({ id, number, name, subject, words, forAll, isListed, familyPicks, rightHours, ...own }) => ({
			id,
			number,
			name,
			subject,
			words,
			forAll,
			isListed,
			familyPicks,
			rightHours,
			rules: deskRulesOf(own),
			people: (peopleOf.get(id) ?? []).map(({ personId, role }) => ({ person: personId, role })),
			substitutes: (substitutesOf.get(id) ?? []).map(({ localDate, absentId, personId }) => ({
				date: localDate,
				absent: absentId,
				person: personId,
			})),
			series: (seriesOf.get(id) ?? []).map(({ id, when, breaks, division, seats }) => ({
				id,
				when,
				breaks,
				division,
				seats,
				places: (places.get(id) ?? []).map(({ planned }) => planned),
			})),
		}),
	);
}
