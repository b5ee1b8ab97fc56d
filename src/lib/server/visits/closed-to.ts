import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { familiesApart } from '../safety/kept-apart';
import { familyView } from './family-view';

/**
 * Slots that a family is told to be taken, whatever others see: so that it is kept apart from another
 * one, and cannot tell. Empty for nearly everybody.
 */
export async function closedTo(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	conferenceId: string,
	familyId: string,
): Promise<Set<string>> {
	if ((await familiesApart(app.db, familyId)).size === 0) return new Set();
	const view = await familyView(app, actor, conferenceId, familyId);
	return new Set(view.slots.filter(({ why }) => why === 'taken').map(({ id }) => id));
}
