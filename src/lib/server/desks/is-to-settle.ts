import { isNotNull, or } from 'drizzle-orm';
import { appointmentTwice, slot } from '../foundation/database/schema';

/** What the office has to settle: an appointment outside its desk's hours, or doubled. Of `slot` and `appointment_twice`. */
export const isToSettle = or(isNotNull(slot.detachedAt), isNotNull(appointmentTwice.appointmentId));
