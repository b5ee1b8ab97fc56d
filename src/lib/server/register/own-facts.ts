import { and, eq } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { ownFactsChange } from '../../operations/register';
import type { App } from '../app';
import { adult } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';

/** What is kept of an adult, for the adult alone. */
export interface OwnFacts {
	readonly id: string;
	readonly version: number;
	readonly email: string;
	/** The address that waits for its proof; empty for none. */
	readonly emailWanted: string;
	readonly telephone: string;
	readonly language: string;
}

/** An adult's own facts; `null` when nobody knows which adult of the family it is. */
export async function ownFacts(
	{ db }: Pick<App, 'db'>,
	actor: Extract<Actor, { kind: 'adult' }>,
): Promise<OwnFacts | null> {
	if (actor.isCommon) return null;
	if (!may(actor, 'adult.own', { adult: actor.adult })) throw new ForbiddenError();
	const [row] = await db.select().from(adult).where(eq(adult.id, actor.adult));
	if (!row) return null;
	const { id, version, email, emailWanted, telephone, language } = row;
	return {
		id,
		version,
		email: email ?? '',
		emailWanted: emailWanted ?? '',
		telephone: telephone ?? '',
		language: language ?? '',
	};
}

/** Corrects an adult's own telephone and language. */
export const changeOwnFacts = performs(ownFactsChange).by({
	async work({ tx, input: { adult: id, version, telephone, language } }) {
		const changed = await tx
			.update(adult)
			.set({ telephone: telephone || null, language: language || null, version: version + 1 })
			.where(and(eq(adult.id, id), eq(adult.version, version)))
			.returning({ id: adult.id });
		if (changed.length === 0) return { refused: { reason: 'changed-meanwhile' } };
		return { done: {}, act: { kind: 'adult.changed', after: { adult: id } } };
	},
});
