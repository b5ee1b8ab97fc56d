import { eq } from 'drizzle-orm';
import { rightsOf, type HasRight } from '../../core/permissions/adult-rights';
import type { Actor } from '../../core/permissions/may';
import type { Reader } from '../foundation/database/connect';
import { adultRight } from '../foundation/database/schema';

/** What whoever acts may do about students, where no family was read. */
export async function readRights(db: Reader, actor: Actor): Promise<HasRight> {
	if (actor.kind !== 'adult') return rightsOf(actor, []);
	return rightsOf(
		actor,
		await db.select().from(adultRight).where(eq(adultRight.adultId, actor.adult)),
	);
}
