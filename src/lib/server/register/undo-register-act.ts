import { eq, sql, type SQL } from 'drizzle-orm';
import { kindsUndoneBy } from '../../operations/change';
import * as changesOfLists from '../../operations/lists';
import * as changesOfRegister from '../../operations/register';
import type { Reader } from '../foundation/database/connect';
import { postgresError } from '../foundation/database/errors';
import { rowsOf } from '../foundation/database/rows-of';
import { act } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { lockRegister } from './lock-register';

/** Acts on the register that can be taken back, the last one first; just the last one may be. */
export interface UndoableAct {
	readonly id: string;
	readonly at: number;
	readonly kind: string;
}

/** The last act on the register that has not been undone, or `null`. */
export async function lastRegisterAct(db: Reader): Promise<UndoableAct | null> {
	const rows = await rowsOf(db, UNDOABLE);
	const [row] = rows;
	return row ? { id: row.id, at: Date.parse(row.at), kind: row.kind } : null;
}

/** PostgreSQL's code for a row that others refer to, and our own for one that was changed since. */
const RELIED_UPON = new Set(['23503', 'TC001', '23514']);

/**
 * Takes the last act on the register back. Refused when somebody has come to rely on it: a family that
 * it made has booked, or a row has been changed since.
 */
export const undoRegisterAct = performs(changesOfRegister.registerUndo).by({
	isLong: true,
	lock: lockRegister,
	async work({ tx, act: undoing, input: { act: actId } }) {
		const last = await lastRegisterAct(tx);
		if (last?.id !== actId) return { refused: { reason: 'not-the-last' } };
		await tx.execute(dropDerivedWishes(actId));
		await tx.execute(undoChanges(actId));
		await tx.update(act).set({ undoneBy: undoing }).where(eq(act.id, actId));
		return { done: {}, act: { kind: 'register.undone', before: { act: actId } } };
	},
	lost: async (_, error) =>
		RELIED_UPON.has(postgresError(error)?.code ?? '') ? { ok: false, reason: 'relied-upon' } : null,
});

const KINDS = [
	...kindsUndoneBy('register.undo', { ...changesOfRegister, ...changesOfLists }),
].join();

/** The last act on the register that was not undone. */
const UNDOABLE = sql<{ id: string; at: string; kind: string }>`
	select act.id, act.at, act.kind from act
	where undone_by is null and kind = any(string_to_array(${KINDS}, ','))
		and exists (select from register_change where act_id = act.id)
	order by act.id desc limit 1`;

/** Derived wishes stand in the way of taking back the students they are for; they come again. */
const dropDerivedWishes = (actId: string): SQL => sql`
	delete from wish
	where source = 'derived'
		and not exists (select from appointment_wish where wish_id = wish.id)
		and (student_id in (select (after->>'id')::uuid from register_change
				where act_id = ${actId} and table_name = 'student' and before is null)
			or family_id in (select (after->>'id')::uuid from register_change
				where act_id = ${actId} and table_name = 'family' and before is null))`;

const undoChanges = (actId: string): SQL => sql`select undo_register_changes(${actId})`;
