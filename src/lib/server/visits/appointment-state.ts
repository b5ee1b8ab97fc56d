import { sql, type SQL } from 'drizzle-orm';
import { z, type ZodType } from 'zod';
import { rowsOf } from '../foundation/database/rows-of';
import type { Reader } from '../foundation/database/connect';
import { uuids } from '../foundation/database/params';

/** An appointment with all that belongs to it: ids and facts, so that an act can keep it. */
export interface AppointmentState {
	readonly id: string;
	readonly family: string;
	readonly desk: string;
	readonly place: string;
	readonly receiver: string | null;
	readonly interpreter: string | null;
	readonly standing: 'asked' | 'booked' | 'declined' | 'cancelled';
	/** Instants in milliseconds. */
	readonly answerBy: number | null;
	readonly start: number;
	readonly end: number;
	/** In order of time. */
	readonly slots: readonly string[];
	/** Seats of the slots; empty when the appointment does not stand. */
	readonly seats: readonly number[];
	readonly wishes: readonly string[];
	/** About whom, with the class under which it was made. */
	readonly students: readonly { readonly id: string; readonly classLabel: string }[];
	readonly adults: readonly string[];
	/** Students who come along. */
	readonly along: readonly string[];
}

/** Appointments as an act kept them. */
export const appointmentStates: ZodType<readonly AppointmentState[]> = z.array(
	z.object({
		id: z.string(),
		family: z.string(),
		desk: z.string(),
		place: z.string(),
		receiver: z.string().nullable(),
		interpreter: z.string().nullable(),
		standing: z.enum(['asked', 'booked', 'declined', 'cancelled']),
		answerBy: z.number().nullable(),
		start: z.number(),
		end: z.number(),
		slots: z.array(z.string()),
		seats: z.array(z.number()),
		wishes: z.array(z.string()),
		students: z.array(z.object({ id: z.string(), classLabel: z.string() })),
		adults: z.array(z.string()),
		along: z.array(z.string()),
	}),
);

export const stands = ({ standing }: Pick<AppointmentState, 'standing'>): boolean =>
	standing === 'asked' || standing === 'booked';

/**
 * The appointments of some ids (an array) that a condition on `appointment` allows, in order of time, as
 * a query. Each is looked up by itself: in a rush appointments come faster than statistics about them,
 * and a plan for an empty table would go through all of them.
 */
export const statesOfAppointments = (ids: SQL, condition = sql`true`) => sql<AppointmentState>`
	select appointment.id, family_id as family, desk_id as desk, place_id as place,
		receiver_id as receiver, interpreter_id as interpreter, standing,
		(extract(epoch from answer_by) * 1000)::float8 as "answerBy",
		(extract(epoch from starts_at) * 1000)::float8 as start,
		(extract(epoch from ends_at) * 1000)::float8 as end,
		coalesce((select json_agg(slot.id order by slot.starts_at) from taken_slot
			join slot on slot.id = slot_id where appointment_id = appointment.id), '[]') as slots,
		coalesce((select json_agg(seat order by claim.starts_at) from claim
			where appointment_id = appointment.id and kind = 'desk'), '[]') as seats,
		coalesce((select json_agg(wish_id order by wish_id) from appointment_wish
			where appointment_id = appointment.id), '[]') as wishes,
		coalesce((select json_agg(json_build_object('id', student_id, 'classLabel', class_label)
			order by student_id) from appointment_student
			where appointment_id = appointment.id), '[]') as students,
		coalesce((select json_agg(adult_id order by adult_id) from appointment_adult
			where appointment_id = appointment.id), '[]') as adults,
		coalesce((select json_agg(student_id order by student_id) from appointment_along
			where appointment_id = appointment.id), '[]') as along
	from unnest(${ids}) as wanted (id)
	cross join lateral (
		select * from appointment where id = wanted.id offset 0
	) as appointment
	where ${condition}
	order by appointment.starts_at, appointment.id`;

/** The appointments of some ids, in order of time. */
export const readAppointments = (db: Reader, ids: readonly string[]): Promise<AppointmentState[]> =>
	rowsOf(db, statesOfAppointments(uuids(ids)));
