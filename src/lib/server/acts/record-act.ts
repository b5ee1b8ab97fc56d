import { and, eq } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { Clock } from '../clock';
import type { Reader, Transaction } from '../database/connect';
import { act } from '../database/schema';
import { newId } from '../identifiers';

/** What happened: ids and facts, never names. */
export interface ActFacts {
	readonly actor: Actor;
	readonly kind:
		| 'school.set-up'
		| 'conference.created'
		| 'conference.changed'
		| 'conference.published'
		| 'conference.withdrawn'
		| 'desk.added'
		| 'desk.changed'
		| 'desk.removed'
		| 'visit.booked'
		| 'register.lists-read'
		| 'register.undone'
		| 'register.changed'
		| 'family.merged'
		| 'family.split'
		| 'family.erased'
		| 'safety.right-changed'
		| 'safety.apart-changed'
		| 'links.sent'
		| 'account.invited'
		| 'account.changed'
		| 'account.withdrawn'
		| 'account.factor-removed';
	readonly conferenceId?: string;
	/** From the one who acts: the same key means the same act. */
	readonly key?: string;
	readonly before?: unknown;
	readonly after?: unknown;
}

/** The id of whoever acts; `null` for the system. */
export function actorId(actor: Actor): string | null {
	switch (actor.kind) {
		case 'organiser':
		case 'helper':
		case 'front-door':
			return actor.account;
		case 'teacher':
		case 'interpreter':
			return actor.person;
		case 'adult':
			return actor.adult;
		case 'system':
			return null;
	}
}

/** Records a change of consequence in the transaction that makes it. Returns the act's id. */
export async function recordAct(tx: Transaction, clock: Clock, facts: ActFacts): Promise<string> {
	const id = newId(clock);
	await tx.insert(act).values({
		id,
		at: clock.now(),
		actorKind: facts.actor.kind,
		actorId: actorId(facts.actor),
		conferenceId: facts.conferenceId,
		kind: facts.kind,
		key: facts.key,
		before: facts.before,
		after: facts.after,
	});
	return id;
}

/** What an earlier act with this key left behind, or `null` when there was none. */
export async function earlierAct(
	db: Reader,
	actor: Actor,
	key: string,
): Promise<{ kind: string; after: unknown } | null> {
	const id = actorId(actor);
	if (id === null) return null;
	const [row] = await db
		.select({ kind: act.kind, after: act.after })
		.from(act)
		.where(and(eq(act.actorId, id), eq(act.key, key)));
	return row ?? null;
}
