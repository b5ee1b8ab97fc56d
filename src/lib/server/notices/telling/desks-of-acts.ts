import { and, asc, eq, gt, gte, inArray, isNotNull, isNull, ne } from 'drizzle-orm';
import { z } from 'zod';
import type { AppointmentId, DeskId, PersonId } from '../../../core/ids';
import type { Reader } from '../../foundation/database/connect';
import {
	act,
	adult,
	appointment,
	conference,
	familyAdult,
	person,
} from '../../foundation/database/schema';
import type { ActFacts } from './facts-of-acts';
import type { Finding, Recipient } from './finding';

/** What an act keeps of a desk, as far as it says whom one meets there, and where. */
const desk = z.object({
	id: z.string(),
	people: z.array(z.object({ person: z.string() })),
	substitutes: z.array(z.object({ date: z.string(), absent: z.string(), person: z.string() })),
	series: z.array(z.object({ places: z.array(z.unknown()) })),
});
const desks = z.array(desk.nullable());
type DeskFacts = z.infer<typeof desk>;

/** A desk of which somebody changed whom one meets there, or where. */
export interface ChangedDesk {
	readonly id: string;
	/** `null`: there was none. */
	readonly was: DeskFacts | null;
	readonly is: DeskFacts;
}

/** The desks that acts changed, one after the other: what was changed and changed back is as it was. */
export function changedDesks(acts: readonly ActFacts[]): ChangedDesk[] {
	const changed = new Map<string, ChangedDesk>();
	for (const { before, after } of acts) {
		const [was, is] = [desks.safeParse(before).data ?? [], desks.safeParse(after).data ?? []];
		for (const [at, now] of is.entries())
			if (now)
				changed.set(now.id, {
					id: now.id,
					was: changed.has(now.id) ? changed.get(now.id)!.was : (was[at] ?? null),
					is: now,
				});
	}
	return [...changed.values()].filter(({ was, is }) => !was || seen(was) !== seen(is));
}

const seen = ({ people, substitutes, series }: DeskFacts): string =>
	JSON.stringify([
		people.map(({ person }) => person),
		substitutes,
		series.map(({ places }) => places),
	]);

/** The desks that were changed from one act on, of its conference. */
export async function desksChangedSince(
	db: Reader,
	first: Pick<typeof act.$inferSelect, 'at' | 'conferenceId'>,
): Promise<ChangedDesk[]> {
	const acts = await db
		.select({ before: act.before, after: act.after })
		.from(act)
		.where(
			and(
				eq(act.conferenceId, first.conferenceId!),
				eq(act.kind, 'desks.changed'),
				gte(act.at, first.at),
			),
		)
		.orderBy(asc(act.at), asc(act.id));
	return changedDesks(acts);
}

/** The appointments ahead at desks that the act changed. */
export async function appointmentsAtDesks({ tx, clock, act }: Finding): Promise<AppointmentId[]> {
	const ids = changedDesks([act])
		.filter(({ was }) => was !== null)
		.map(({ id }) => id as DeskId);
	if (ids.length === 0) return [];
	const rows = await tx
		.select({ id: appointment.id })
		.from(appointment)
		.where(
			and(
				inArray(appointment.deskId, ids),
				eq(appointment.stands, true),
				gt(appointment.startsAt, clock.now()),
			),
		);
	return rows.map(({ id }) => id);
}

/** The adults of families who have such appointments. */
export async function visitorsOfDesks(finding: Finding): Promise<Recipient[]> {
	const appointments = await appointmentsAtDesks(finding);
	if (appointments.length === 0) return [];
	return finding.tx
		.selectDistinct({ familyId: familyAdult.familyId, adultId: adult.id })
		.from(appointment)
		.innerJoin(familyAdult, eq(familyAdult.familyId, appointment.familyId))
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.where(inArray(appointment.id, appointments))
		.orderBy(adult.id);
}

/** Who has come to a desk of a conference that families see, or stands in there for somebody. */
export async function newAtDesks({ tx, act }: Finding): Promise<Recipient[]> {
	const ids = [...new Set(changedDesks([act]).flatMap(newPeople))] as PersonId[];
	if (ids.length === 0 || !act.conferenceId) return [];
	const [open] = await tx
		.select({ id: conference.id })
		.from(conference)
		.where(
			and(
				eq(conference.id, act.conferenceId),
				isNotNull(conference.publishedAt),
				isNull(conference.withdrawnAt),
			),
		);
	if (!open) return [];
	return tx
		.select({ personId: person.id })
		.from(person)
		.where(and(inArray(person.id, ids), isNull(person.leftAt), ne(person.told, 'nothing')))
		.orderBy(person.id);
}

/** Who is at a desk, or stands in there, and was and did not before. */
function newPeople({ was, is }: ChangedDesk): string[] {
	const known = new Set(was ? peopleAt(was) : []);
	return peopleAt(is).filter((id) => !known.has(id));
}

const peopleAt = ({ people, substitutes }: DeskFacts): string[] =>
	[...people, ...substitutes].map(({ person }) => person);

/** The desks to which changes brought a person; with the dates, where it only stands in there. */
export const desksJoined = (
	changed: readonly ChangedDesk[],
	personId: string,
): { readonly desk: string; readonly dates: readonly string[] }[] =>
	changed
		.filter((one) => newPeople(one).includes(personId))
		.map(({ id, is: { people, substitutes } }) => ({
			desk: id,
			dates: people.some(({ person }) => person === personId)
				? []
				: substitutes.filter(({ person }) => person === personId).map(({ date }) => date),
		}));
