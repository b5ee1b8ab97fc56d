import { and, asc, eq, inArray } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import type { App } from '../app';
import { visibleConferences } from '../conferences/read-conference';
import { desk, deskPerson, slot } from '../database/schema';
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
	readonly dates: readonly TeacherDate[];
}

/** A teacher's appointments and free slots at every conference that is not over, date by date. */
export async function teacherConferences(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	personId: string,
): Promise<TeacherConference[]> {
	if (!may(actor, 'day.see', { person: personId })) throw new ForbiddenError();
	const now = clock.now();
	const conferences = await visibleConferences(db, now);
	const result: TeacherConference[] = [];
	for (const { id, name, timeZone } of conferences) {
		const slots = await db
			.selectDistinct({ slot })
			.from(slot)
			.innerJoin(desk, eq(desk.id, slot.deskId))
			.innerJoin(deskPerson, eq(deskPerson.deskId, desk.id))
			.where(and(eq(desk.conferenceId, id), eq(deskPerson.personId, personId)))
			.orderBy(asc(slot.startsAt));
		if (slots.length === 0) continue;
		const ids = slots.map(({ slot }) => slot.id);
		const seated = groupBy(await readSeated(db, inArray(slot.id, ids)), ({ slot }) => slot);
		const lines = slots
			.map(({ slot }) => ({
				slot: slot.id,
				start: slot.startsAt,
				end: slot.endsAt,
				detached: slot.detachedAt !== null,
				seated: seated.get(slot.id) ?? [],
			}))
			.filter(({ detached, seated }) => !detached || seated.length > 0);
		const dates = groupBy(lines, ({ start }) => localOf(start, timeZone).date);
		result.push({
			id,
			name,
			timeZone,
			now,
			dates: [...dates].map(([date, lines]) => ({ date, lines })),
		});
	}
	return result;
}
