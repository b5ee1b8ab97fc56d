import { and, isNotNull, isNull } from 'drizzle-orm';
import type { App } from '../app';
import { touchConference } from '../conferences/touch-conference';
import type { Transaction } from '../database/connect';
import { conference } from '../database/schema';
import { deriveWishes } from './derive-wishes';

/** Wishes follow from classes: those of every conference that families can see. */
export async function deriveWishesAgain(
	tx: Transaction,
	{ clock }: Pick<App, 'clock'>,
): Promise<void> {
	const open = await tx
		.select({ id: conference.id })
		.from(conference)
		.where(and(isNotNull(conference.publishedAt), isNull(conference.withdrawnAt)));
	for (const { id } of open) {
		await deriveWishes(tx, clock, id);
		await touchConference(tx, id);
	}
}
