import type { App } from '../../app';
import { insertNew } from '../../foundation/database/insert-all';
import { notice } from '../../foundation/database/schema';
import { newId } from '../../foundation/identifiers';

type NoticeToWrite = typeof notice.$inferInsert;

/**
 * Writes down notices that tell of no act: `about` tells each from all others of its recipient, family and conference.
 * One that is there already stays as it is. Returns how many are new.
 */
export const writeOnce = (
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	notices: readonly (Omit<NoticeToWrite, 'id' | 'actId' | 'about'> & { readonly about: string })[],
): Promise<number> =>
	insertNew(
		db,
		notice,
		notices.map((one) => ({ ...one, id: newId(clock) })),
	);
