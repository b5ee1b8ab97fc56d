import { and, asc, eq, gt, gte, inArray, isNotNull, isNull, ne } from 'drizzle-orm';
import { z } from 'zod';
import { isSame } from '../../../core/merge/is-same';
import type { AppointmentId, DeskId, PersonId } from '../../../core/ids';
import type { ActKind } from '../../../operations/act-kinds';
import type { Reader } from '../../foundation/database/connect';
import { act, appointment, conference, person } from '../../foundation/database/schema';
import type { ActFacts } from './facts-of-acts';
import type { Finding, Recipient } from './finding';

/** What an act keeps of a desk, as far as it says when and where one meets whom there. */
const desk = z.object({
	id: z.string(),
	people: z.array(z.object({ person: z.string() })),
	substitutes: z.array(z.object({ date: z.string(), absent: z.string(), person: z.string() })),
	series: z.array(z.looseObject({ places: z.array(z.unknown()) })),
});
const desks = z.array(desk.nullable());
/** A proposal that was taken over changes desks as well. */
const changedTo = z.union([
	desks,
	z.object({ desks: desks.optional() }).transform(({ desks: own }) => own ?? []),
]);
type DeskFacts = z.infer<typeof desk>;

/** The kinds of acts that change desks, so that somebody may have to be told. */
const CHANGES_DESKS: readonly ActKind[] = ['desks.changed', 'desk.proposal-settled'];

/** A desk of which somebody changed when or where one meets whom. */
export interface ChangedDesk {
	readonly id: string;
	/** `null`: there was none. */
	readonly was: DeskFacts | null;
	readonly is: DeskFacts;
	/** Its rooms or people are others, not only its hours. */
	readonly isElsewhere: boolean;
}

/** The desks that acts changed, one after the other: what was changed and changed back is as it was. */
export function changedDesks(acts: readonly ActFacts[]): ChangedDesk[] {
	const changed = new Map<string, Pick<ChangedDesk, 'was' | 'is'>>();
	for (const { before, after } of acts) {
		const was = desks.safeParse(before).data ?? [];
		for (const [at, now] of (changedTo.safeParse(after).data ?? []).entries())
			if (now) {
				const first = changed.get(now.id);
				changed.set(now.id, { was: first ? first.was : (was[at] ?? null), is: now });
			}
	}
	return [...changed].flatMap(([id, { was, is }]) => {
		const isElsewhere = !was || !isSame(whomAndWhere(was), whomAndWhere(is));
		const isChanged = isElsewhere || !isSame(was.series, is.series);
		return isChanged ? [{ id, was, is, isElsewhere }] : [];
	});
}

const whomAndWhere = ({ people, substitutes, series }: DeskFacts) => ({
	people: people.map(({ person }) => person),
	substitutes,
	places: series.map(({ places }) => places),
});

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
				inArray(act.kind, CHANGES_DESKS),
				gte(act.at, first.at),
			),
		)
		.orderBy(asc(act.at), asc(act.id));
	return changedDesks(acts);
}

/** The appointments ahead that meet somebody else, or somewhere else, by an act. */
export async function appointmentsMoved({ tx, clock, act }: Finding): Promise<AppointmentId[]> {
	const ids = changedDesks([act])
		.filter(({ was, isElsewhere }) => was !== null && isElsewhere)
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
