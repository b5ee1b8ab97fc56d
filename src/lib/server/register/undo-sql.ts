import { sql, type SQL } from 'drizzle-orm';

/** The last act on the register that was not undone. */
export const UNDOABLE: SQL = sql`
	select act.id, act.at, act.kind from act
	where undone_by is null and exists (select from register_change where act_id = act.id)
	order by act.id desc limit 1`;

/** Derived wishes stand in the way of taking back the students they are for; they come again. */
export const dropDerivedWishes = (actId: string): SQL => sql`
	delete from wish
	where source = 'derived'
		and not exists (select from appointment_wish where wish_id = wish.id)
		and (student_id in (select (after->>'id')::uuid from register_change
				where act_id = ${actId} and table_name = 'student' and before is null)
			or family_id in (select (after->>'id')::uuid from register_change
				where act_id = ${actId} and table_name = 'family' and before is null))`;

export const undoChanges = (actId: string): SQL => sql`select undo_register_changes(${actId})`;
