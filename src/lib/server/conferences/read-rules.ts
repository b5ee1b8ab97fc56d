import { datesOf } from '../../core/desks/desk-plan';
import { may, type Actor } from '../../core/permissions/may';
import type { RuledConference } from '../../core/rules/contradictions';
import { isSame } from '../../core/merge/is-same';
import { usualDeskRules } from '../../core/desks/desk-rules';
import { usualRules } from '../../core/snapshot/rules';
import type { App } from '../app';
import { ForbiddenError } from '../foundation/forbidden';
import { loadSnapshot } from './load-snapshot';
import type { ConferenceRow } from './read-conference';

/** A conference's rules, and what they are held against. */
export interface ReadRules extends RuledConference {
	/** Minutes. */
	readonly pauseMinutes: number;
	readonly switchMinutes: number;
	/** Names of the desks that have rules of their own. */
	readonly ownDesks: readonly string[];
}

/** The rules of a conference as they are now. */
export async function readRules(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	row: ConferenceRow,
): Promise<ReadRules> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const { slots, desks } = await loadSnapshot(db, row.id);
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
		ownDesks: desks.filter(({ rules }) => !isSame(rules, usualDeskRules)).map(({ name }) => name),
	};
}
