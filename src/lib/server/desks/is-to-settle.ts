import { isNotNull, or, sql } from 'drizzle-orm';
import { appointmentTwice, slot } from '../foundation/database/schema';

/** What the office has to settle: an appointment outside its desk's hours, or doubled. Of `slot` and `appointment_twice`. */
export const isToSettle = or(isNotNull(slot.detachedAt), isNotNull(appointmentTwice.appointmentId));

/** The same as ids of appointments; few, found without going through all. */
export const appointmentsToSettle = sql`(
	select appointment_id from appointment_twice
	union
	select appointment_id from slot join taken_slot on slot_id = slot.id where detached_at is not null)`;
