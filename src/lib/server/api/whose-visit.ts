import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { conferenceWithId, isVisible, visibleConferences } from '../conferences/read-conference';
import { ForbiddenError } from '../foundation/forbidden';
import { notFound } from './problem';

export type Adult = Extract<Actor, { kind: 'adult' }>;

/** The conference and family that a request is about. A problem for what is not the adult's to see. */
export async function whoseVisit(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	asked: { readonly conference?: string | undefined; readonly family?: string | undefined },
): Promise<{ adult: Adult; conferenceId: string; familyId: string }> {
	if (actor.kind !== 'adult') throw new ForbiddenError();
	const familyId = actor.families.find((id) => id === asked.family) ?? actor.families[0];
	const conference =
		asked.conference === undefined
			? (await visibleConferences(db, clock.now()))[0]
			: await conferenceWithId(db, asked.conference);
	const isOwn = asked.family === undefined || actor.families.includes(asked.family);
	if (!familyId || !isOwn || !conference || !isVisible(conference)) throw notFound();
	return { adult: actor, conferenceId: conference.id, familyId };
}
