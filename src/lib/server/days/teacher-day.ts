import { and, asc, eq, inArray, isNotNull, or, sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import type { App } from '../app';
import { visibleConferences } from '../conferences/read-conference';
import type { Reader } from '../database/connect';
import { desk, deskPerson, deskSubstitute, slot } from '../database/schema';
import { ForbiddenError } from '../permissions/forbidden';
import { readSeated, type Seated } from '../visits/read-seated';

/** One line of a teacher's day: a slot that somebody has, or a free one. */
export interface DayLine {
	readonly slot: string;
	readonly start: number;
	readonly end: number;
	readonly seated: readonly Seated[];
}

export interface TeacherDate {
	readonly date: string;
	readonly lines: readonly DayLine[];
}

export interface TeacherConference {
	readonly id: string;
	readonly name: string;
	readonly timeZone: string;
	readonly now: number;
	/** The desks at which the teacher receives. */
	readonly desks: readonly {
		readonly id: string;
		readonly name: string;
		readonly subject: string;
	}[];
	readonly dates: readonly TeacherDate[];
}

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
	for (const { id, name, timeZone } of conferences) {
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
		const lines = slots
			.map(({ slot }) => ({
				slot: slot.id,
				start: slot.startsAt,
				end: slot.endsAt,
				detached: slot.detachedAt !== null,
				seated: (seated.get(slot.id) ?? []).filter(
					({ receiver }) => receiver === null || receiver === personId,
				),
			}))
			.filter(({ detached, seated }) => !detached || seated.length > 0);
		const dates = groupBy(lines, ({ start }) => localOf(start, timeZone).date);
		result.push({
			id,
			name,
			timeZone,
			now,
			desks,
			dates: [...dates].map(([date, lines]) => ({ date, lines })),
		});
	}
	return result;
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
