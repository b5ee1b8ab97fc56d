import { eq } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { momentsOf, type TrialMoment } from '../../core/trying/moments';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { family } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { taughtWishes } from '../visits/derive-wishes';
import { MADE_UP } from './made-up-family';

/** What there is to choose from before a page is tried. */
export interface TrialChoice {
	readonly moments: readonly TrialMoment[];
	/** Whether there is anybody to try it as: no family can be made up while nobody has a meeting. */
	readonly isPossible: boolean;
	readonly family: {
		readonly id: string;
		/** What the office calls it; `null`: it is made up. */
		readonly label: string | null;
	};
}

/** The moments at which a conference's page can be tried, and whose it is; `familyId` may be `null` or nobody's. */
export async function trialChoice(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	familyId: string | null,
): Promise<TrialChoice> {
	if (!may(actor, 'visit.see', { family: familyId ?? '' })) throw new ForbiddenError();
	const { conference, slots } = await loadSnapshot(db, conferenceId);
	const [known] = familyId ? await db.select().from(family).where(eq(family.id, familyId)) : [];
	return {
		moments: momentsOf(conference, slots, clock.now()),
		isPossible: known !== undefined || (await taughtWishes(db, conferenceId)).length > 0,
		family: known ? { id: known.id, label: known.label ?? '' } : { id: MADE_UP, label: null },
	};
}
