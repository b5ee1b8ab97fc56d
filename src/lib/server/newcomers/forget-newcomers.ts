import { and, isNull, lte } from 'drizzle-orm';
import { PROOF_GOOD_FOR } from '../../core/newcomers/newcomer';
import type { App } from '../app';
import { newcomer } from '../foundation/database/schema';

/** Forgets addresses whose link nobody opened while it was good. */
export async function forgetNewcomers({ db, clock }: Pick<App, 'db' | 'clock'>): Promise<void> {
	const past = clock.now() - PROOF_GOOD_FOR;
	await db.delete(newcomer).where(and(isNull(newcomer.provedAt), lte(newcomer.askedAt, past)));
}
