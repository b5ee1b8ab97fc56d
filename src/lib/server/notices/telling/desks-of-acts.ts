import { and, eq, gt, inArray, isNull, ne } from 'drizzle-orm';
import { z } from 'zod';
import {
	adult,
	appointment,
	conference,
	familyAdult,
	notice,
	person,
} from '../../foundation/database/schema';
import type { DeskId, PersonId } from '../../../core/ids';
import type { DoneAct } from '../../foundation/runner/record-act';
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

interface ChangedDesk {
	readonly id: string;
	readonly was: DeskFacts | null;
	readonly is: DeskFacts;
}

/** The desks of which an act changed whom one meets there, or where; what is new or gone has no visitors. */
export function changedDesks({ before, after }: Pick<DoneAct, 'before' | 'after'>): ChangedDesk[] {
	const [was, is] = [desks.safeParse(before).data ?? [], desks.safeParse(after).data ?? []];
	return is.flatMap((now, at) => {
		const then = was[at] ?? null;
		if (!now || (then && seen(then) === seen(now))) return [];
		return [{ id: now.id, was: then, is: now }];
	});
}

const seen = ({ people, substitutes, series }: DeskFacts): string =>
	JSON.stringify([
		people.map(({ person }) => person),
		substitutes,
		series.map(({ places }) => places),
	]);

/**
 * The adults of families who have appointments ahead at changed desks. While a message about it waits for an adult, no
 * second one is written: it tells how things are when it is sent.
 */
export async function visitorsOfDesks({ tx, clock, act }: Finding): Promise<Recipient[]> {
	const ids = changedDesks(act)
		.filter(({ was }) => was !== null)
		.map(({ id }) => id as DeskId);
	if (ids.length === 0 || !act.conferenceId) return [];
	const waiting = tx
		.select({ id: notice.adultId })
		.from(notice)
		.where(
			and(
				eq(notice.kind, 'desk-changed'),
				eq(notice.conferenceId, act.conferenceId),
				eq(notice.state, 'waiting'),
			),
		);
	const rows = await tx
		.selectDistinct({ familyId: familyAdult.familyId, adultId: adult.id })
		.from(appointment)
		.innerJoin(familyAdult, eq(familyAdult.familyId, appointment.familyId))
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.where(
			and(
				inArray(appointment.deskId, ids),
				eq(appointment.stands, true),
				gt(appointment.startsAt, clock.now()),
			),
		)
		.orderBy(adult.id);
	const known = new Set((await waiting).map(({ id }) => id));
	return rows.filter(({ adultId }) => !known.has(adultId));
}

/** Who has come to a desk of a conference that families see, or stands in there for somebody. */
export async function newAtDesks({ tx, act }: Finding): Promise<Recipient[]> {
	const ids = newPeople(act);
	if (ids.length === 0 || !act.conferenceId) return [];
	const [open] = await tx
		.select({ publishedAt: conference.publishedAt })
		.from(conference)
		.where(and(eq(conference.id, act.conferenceId), isNull(conference.withdrawnAt)));
	if (!open || open.publishedAt === null) return [];
	return tx
		.select({ personId: person.id })
		.from(person)
		.where(and(inArray(person.id, ids), isNull(person.leftAt), ne(person.told, 'nothing')))
		.orderBy(person.id);
}

const peopleAt = (facts: DeskFacts | null): string[] =>
	facts
		? [
				...facts.people.map(({ person }) => person),
				...facts.substitutes.map(({ person }) => person),
			]
		: [];

function newPeople(act: Pick<DoneAct, 'before' | 'after'>): PersonId[] {
	const found = changedDesks(act).flatMap(({ was, is }) => {
		const known = new Set(peopleAt(was));
		return peopleAt(is).filter((id) => !known.has(id));
	});
	return [...new Set(found)] as PersonId[];
}

/** The desks to which an act brought a person, and the dates on which it stands in there. */
export const desksJoined = (
	act: Pick<DoneAct, 'before' | 'after'>,
	personId: string,
): { readonly desk: string; readonly dates: readonly string[] }[] =>
	changedDesks(act).flatMap(({ id, was, is }) => {
		if (peopleAt(was).includes(personId) || !peopleAt(is).includes(personId)) return [];
		const dates = is.substitutes
			.filter(({ person }) => person === personId)
			.map(({ date }) => date);
		return [{ desk: id, dates: is.people.some(({ person }) => person === personId) ? [] : dates }];
	});
