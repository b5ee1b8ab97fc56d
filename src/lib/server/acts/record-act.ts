import { createHash } from 'node:crypto';
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
		| 'school.changed'
		| 'conference.created'
		| 'conference.changed'
		| 'conference.published'
		| 'conference.withdrawn'
		| 'conference.copied'
		| 'desks.changed'
		| 'desk.kept'
		| 'desk.proposed'
		| 'desk.proposal-settled'
		| 'rooms.changed'
		| 'calendar.added'
		| 'calendar.removed'
		| 'busy.changed'
		| 'visit.booked'
		| 'visit.changed'
		| 'visit.cancelled'
		| 'visit.undone'
		| 'appointment.accepted'
		| 'appointment.declined'
		| 'hold.made'
		| 'hold.given-back'
		| 'offer.made'
		| 'offer.declined'
		| 'waiting.joined'
		| 'waiting.left'
		| 'waiting.offered'
		| 'waiting.lapsed'
		| 'guest.asked'
		| 'guest.withdrawn'
		| 'rules.changed'
		| 'token.made'
		| 'token.revoked'
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
	/** A digest of what was asked for with the key. */
	readonly request?: string;
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
		request: facts.request,
		before: facts.before,
		after: facts.after,
	});
	return id;
}

/** The key was used before for something else; nothing was done. */
export class KeyReusedError extends Error {
	override readonly name = 'KeyReusedError';
}

/**
 * What an earlier act with this key left behind, or `null` when there was none. Throws
 * `KeyReusedError` when that act was asked for in other words.
 */
export async function earlierAct(
	db: Reader,
	actor: Actor,
	key: string,
	request: string,
): Promise<{ id: string; after: unknown } | null> {
	const id = actorId(actor);
	if (id === null) return null;
	const [row] = await db
		.select({ id: act.id, after: act.after, request: act.request })
		.from(act)
		.where(and(eq(act.actorId, id), eq(act.key, key)));
	if (row && row.request !== request) throw new KeyReusedError();
	return row ?? null;
}

/** A digest of what is asked for, whatever the order in which its fields are written. */
export const requestDigest = (request: unknown): string =>
	createHash('sha256')
		.update(JSON.stringify(inOneOrder(request)))
		.digest('base64url');

function inOneOrder(value: unknown): unknown {
	if (Array.isArray(value)) return value.map(inOneOrder);
	if (value === null || typeof value !== 'object') return value;
	return Object.entries(value)
		.filter(([, entry]) => entry !== undefined)
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.map(([key, entry]) => [key, inOneOrder(entry)]);
}
