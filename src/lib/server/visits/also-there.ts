import { sql } from 'drizzle-orm';
import type { DeskId } from '../../core/ids';
import { rowsOf } from '../foundation/database/rows-of';
import type { Reader } from '../foundation/database/connect';
import { uuids } from '../foundation/database/params';
import type { AppointmentState } from './appointment-state';

/**
 * Who else comes to appointments at desks whose groups see one another, by appointment: what the office calls the
 * families. A family in which rights are withdrawn is never named, nor one that is kept apart from any other: where
 * they are going to be is nobody's to know.
 */
export async function alsoThere(
	db: Reader,
	own: readonly AppointmentState[],
	openDesks: ReadonlySet<DeskId>,
): Promise<ReadonlyMap<string, readonly string[]>> {
	const ids = own.filter(({ desk }) => openDesks.has(desk)).map(({ id }) => id);
	if (ids.length === 0) return new Map();
	const rows = await rowsOf(
		db,
		sql<{ id: string; labels: string[] }>`
		select mine.appointment_id as id, array_agg(distinct family.label order by family.label) as labels
		from taken_slot as mine
		join taken_slot as theirs
			on theirs.slot_id = mine.slot_id and theirs.appointment_id <> mine.appointment_id
		join appointment on appointment.id = theirs.appointment_id
			and appointment.standing in ('asked', 'booked')
		join family on family.id = appointment.family_id and family.label is not null
		where mine.appointment_id = any(${uuids(ids)})
			and not exists (select from kept_apart
				where family.id in (kept_apart.family_id, kept_apart.other_family_id))
			and not exists (select from adult_right
				join family_adult on family_adult.adult_id = adult_right.adult_id
				where family_adult.family_id = family.id)
		group by mine.appointment_id`,
	);
	return new Map(rows.map(({ id, labels }) => [id, labels]));
}
