import { eq, inArray } from 'drizzle-orm';
import type { Transaction } from '../foundation/database/connect';
import {
	adult,
	enquiry,
	family,
	familyAdult,
	familyStudent,
	invitation,
	notice,
	student,
} from '../foundation/database/schema';
import { removeBookings } from './remove-bookings';

/** What a trial run came to. */
interface Wiped {
	readonly families: number;
	readonly appointments: number;
}

/** Removes everybody who was made up to try a conference, and all that came of them; the set-up stays. */
export async function wipeTrial(tx: Transaction, conferenceId: string): Promise<Wiped> {
	const rows = await tx
		.select({ id: family.id })
		.from(family)
		.where(eq(family.trialOf, conferenceId));
	if (rows.length === 0) return { families: 0, appointments: 0 };
	const families = rows.map(({ id }) => id);
	const appointments = await removeBookings(tx, conferenceId, families);
	const adults = tx.select({ id: adult.id }).from(adult).where(eq(adult.trialOf, conferenceId));
	// What they did with their own details is told besides the conference.
	await tx.delete(notice).where(inArray(notice.familyId, families));
	await tx.delete(notice).where(inArray(notice.adultId, adults));
	await tx.delete(enquiry).where(inArray(enquiry.adultId, adults));
	await tx.delete(invitation).where(inArray(invitation.adultId, adults));
	await tx.delete(familyAdult).where(inArray(familyAdult.familyId, families));
	await tx.delete(familyStudent).where(inArray(familyStudent.familyId, families));
	await tx.delete(adult).where(eq(adult.trialOf, conferenceId));
	await tx.delete(student).where(eq(student.trialOf, conferenceId));
	await tx.delete(family).where(eq(family.trialOf, conferenceId));
	return { families: families.length, appointments };
}
