import { and, asc, eq, inArray, isNotNull, or, sql } from 'drizzle-orm';
import { seatStates } from '../../core/snapshot/seat-state';
import type { Desk } from '../../core/snapshot/snapshot';
import type { NamedSubstitute } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { localOf, type LocalDate } from '../../core/time/local-of';
import type { DayLine, TeacherConference } from '../../operations/day';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import { visibleConferences } from '../conferences/read-conference';
import type { Reader } from '../foundation/database/connect';
import { desk, deskPerson, deskSubstitute, slot } from '../foundation/database/schema';
import { substitutesOf } from '../desks/named-substitutes';
import { ForbiddenError } from '../foundation/forbidden';
import { readSeated } from '../visits/read-seated';

/** A teacher's appointments and free slots at every conference that is not over, date by date. */
export async function teacherConferences(
	{ db, clock, config }: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	personId: string,
): Promise<TeacherConference[]> {
	if (!may(actor, 'day.see', { person: personId })) throw new ForbiddenError();
	const now = clock.now();
	const conferences = await visibleConferences(db, now);
	const result: TeacherConference[] = [];
	for (const { id, address, name, timeZone } of conferences) {
		const desks = await db
			.select({ id: desk.id, name: desk.name, subject: desk.subject })
			.from(deskPerson)
			.innerJoin(desk, eq(desk.id, deskPerson.deskId))
			.where(and(eq(desk.conferenceId, id), eq(deskPerson.personId, personId)))
			.orderBy(asc(desk.number));
		const slots = await slotsOf(db, id, personId);
		if (desks.length + slots.length === 0) continue;
		const ids = slots.map(({ slot }) => slot.id);
		const seated = groupBy(
			await readSeated({ db, config }, inArray(slot.id, ids)),
			({ slot }) => slot,
		);
		const snapshot = await loadSnapshot(db, id);
		const states = seatStates(snapshot, await readClaims(db, id, now), now);
		const { away, inPlaceOf } = await placesTaken(db, snapshot.desks, personId);
		const lines = slots
			.map(({ slot }) => ({
				slot: slot.id,
				start: slot.startsAt,
				end: slot.endsAt,
				detached: slot.detachedAt !== null,
				inPlaceOf: inPlaceOf(slot.deskId, slot.localDate),
				seated: (seated.get(slot.id) ?? []).filter(
					({ receiver }) => receiver === null || receiver === personId,
				),
			}))
			.filter(({ detached, seated }) => !detached || seated.length > 0)
			.map(({ detached: _, ...line }) => ({
				...line,
				// A slot that the hours have left is there for those who sit in it.
				state: states.get(line.slot) ?? line.seated[0]?.standing ?? 'past',
			}));
		const dates = groupBy(lines, ({ start }) => localOf(start, timeZone).date);
		result.push({
			id,
			address,
			name,
			timeZone,
			now,
			desks,
			away,
			dates: [...dates].map(([date, lines]) => ({ date, lines })),
		});
	}
	return result;
}

/** When somebody takes the teacher's place, and when the teacher takes somebody's. */
async function placesTaken(
	db: Reader,
	desks: readonly Desk[],
	personId: string,
): Promise<{
	away: NamedSubstitute[];
	inPlaceOf: (desk: string, date: LocalDate) => DayLine['inPlaceOf'];
}> {
	const about = desks.map((desk) => ({
		...desk,
		substitutes: desk.substitutes.filter(({ absent, person }) =>
			[absent, person].includes(personId),
		),
	}));
	const known = await substitutesOf(db, about);
	const isAway = ({ people }: Desk) => people.some(({ person }) => person === personId);
	return {
		away: about.filter(isAway).flatMap(({ id }) => known.get(id) ?? []),
		inPlaceOf: (id, date) => {
			const desk = about.find((desk) => desk.id === id);
			const entry = desk && !isAway(desk) && known.get(id)?.find((one) => one.date === date);
			return entry ? { absent: entry.absent, subject: desk.subject } : null;
		},
	};
}

/** The slots of the desks at which a person receives, and of the dates on which one stands in. */
async function slotsOf(
	db: Reader,
	conferenceId: string,
	personId: string,
): Promise<{ slot: typeof slot.$inferSelect }[]> {
	const standsIn = and(
		eq(deskSubstitute.deskId, slot.deskId),
		eq(deskSubstitute.localDate, slot.localDate),
	);
	return db
		.selectDistinct({ slot })
		.from(slot)
		.innerJoin(desk, eq(desk.id, slot.deskId))
		.leftJoin(deskPerson, and(eq(deskPerson.deskId, desk.id), eq(deskPerson.personId, personId)))
		.leftJoin(deskSubstitute, and(standsIn, eq(deskSubstitute.personId, personId)))
		.where(
			and(
				eq(desk.conferenceId, conferenceId),
				or(isNotNull(deskPerson.deskId), isNotNull(deskSubstitute.deskId)),
				// Whose place somebody else takes that day has the day off.
				sql`not exists (
					select from desk_substitute as away
					where away.desk_id = ${slot.deskId} and away.local_date = ${slot.localDate}
						and away.absent_id = ${personId})`,
			),
		)
		.orderBy(asc(slot.startsAt));
}
