import { asc, eq, isNotNull, and } from 'drizzle-orm';
import { datesOf } from '../../core/desks/desk-plan';
import { may, type Actor } from '../../core/permissions/may';
import type { RuledConference } from '../../core/rules/contradictions';
import { usualRules } from '../../core/snapshot/rules';
import type { App } from '../app';
import { desk } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { loadSnapshot } from './load-snapshot';
import type { ConferenceRow } from './read-conference';

/** A conference's rules, and what they are held against. */
export interface ReadRules extends RuledConference {
	/** Minutes. */
	readonly pauseMinutes: number;
	readonly switchMinutes: number;
	/** Desks that take appointments in another way than the conference. */
	readonly ownAcceptance: readonly {
		readonly id: string;
		readonly name: string;
		readonly acceptance: 'at-once' | 'asked';
	}[];
}

/** The rules of a conference as they are now. */
export async function readRules(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	row: ConferenceRow,
): Promise<ReadRules> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const { slots } = await loadSnapshot(db, row.id);
	const own = await db
		.select({ id: desk.id, name: desk.name, acceptance: desk.acceptance })
		.from(desk)
		.where(and(eq(desk.conferenceId, row.id), isNotNull(desk.acceptance)))
		.orderBy(asc(desk.number));
	const { opensAt, closesAt, timeZone, pauseMinutes, switchMinutes } = row;
	return {
		rules: { ...usualRules, ...row.rules },
		opensAt,
		closesAt,
		timeZone,
		pauseMinutes,
		switchMinutes,
		dates: datesOf(row),
		lastStart: slots.at(-1)?.start ?? null,
		ownAcceptance: own.flatMap(({ acceptance, ...one }) =>
			acceptance ? [{ ...one, acceptance }] : [],
		),
	};
}
