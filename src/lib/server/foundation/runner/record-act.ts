import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import type { Actor } from '../../../core/permissions/may';
import type { ActKind } from '../../../operations/act-kinds';
import type { Clock } from '../clock';
import type { Reader, Transaction } from '../database/connect';
import { act } from '../database/schema';

/** What happened: ids and facts, never names. */
export interface DoneAct<Kind extends ActKind = ActKind> {
	readonly kind: Kind;
	readonly conferenceId?: string;
	/** Whose day it is about, of an act from which follows something for all conferences of that person. */
	readonly personId?: string;
	/** Whose wishes are derived again, of an act from which they follow for one family. */
	readonly familyId?: string;
	readonly before?: unknown;
	readonly after?: unknown;
}

/** A request that can be told from others: by its key and a digest of what it asks for. */
export interface RequestMark {
	readonly key: string;
	readonly digest: string;
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

/** Records a change of consequence in the transaction that makes it. */
export async function recordAct(
	tx: Transaction,
	clock: Clock,
	id: string,
	actor: Actor,
	{ kind, conferenceId, before, after }: DoneAct,
	mark: RequestMark | null,
): Promise<void> {
	await tx.insert(act).values({
		id,
		at: clock.now(),
		actorKind: actor.kind,
		actorId: actorId(actor),
		conferenceId,
		kind,
		key: mark?.key,
		request: mark?.digest,
		before,
		after,
	});
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
	{ key, digest }: RequestMark,
): Promise<{ id: string; after: unknown } | null> {
	const id = actorId(actor);
	if (id === null) return null;
	const [row] = await db
		.select({ id: act.id, after: act.after, request: act.request })
		.from(act)
		.where(and(eq(act.actorId, id), eq(act.key, key)));
	if (row && row.request !== digest) throw new KeyReusedError();
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
