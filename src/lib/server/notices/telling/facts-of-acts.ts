import { z } from 'zod';
import { appointmentStates, type AppointmentState } from '../../visits/appointment-state';

/** What an act left behind. */
export interface ActFacts {
	readonly before?: unknown;
	readonly after?: unknown;
}

// What an act left behind, read for those who tell of it. Of an act of another kind there is nothing to read.

const read = <T>(schema: z.ZodType<T>, facts: unknown): T | null =>
	schema.safeParse(facts).data ?? null;

const enquiryAnswered = z.object({ enquiry: z.string() });
/** The id of the enquiry that was answered. */
export const answeredEnquiry = (after: unknown): string | null =>
	read(enquiryAnswered, after)?.enquiry ?? null;

const linksLost = z.object({ enquiries: z.array(z.object({ id: z.string() })) });
/** Ids of the enquiries that tell of lost links. */
export const lostLinks = (after: unknown): string[] =>
	read(linksLost, after)?.enquiries.map(({ id }) => id) ?? [];

const adultsListed = z.object({
	adults: z.array(z.object({ familyId: z.string(), adultId: z.string() })),
});
/** The adults whom an act lists, each for one family. */
export const listedAdults = (after: unknown): { familyId: string; adultId: string }[] =>
	read(adultsListed, after)?.adults ?? [];

const guestConcerned = z.object({ guest: z.string() });
/** The guest who was asked along, or is not any more. */
export const concernedGuest = ({ before, after }: ActFacts) =>
	read(guestConcerned, after ?? before)?.guest ?? null;

const holdOffered = z.union([
	// From the waiting list, beside the place on it.
	z.object({ hold: z.object({ id: z.string() }) }).transform(({ hold }) => hold.id),
	z.object({ id: z.string() }).transform(({ id }) => id),
]);
/** The hold that is offered. */
export const offeredHold = (after: unknown): string | null => read(holdOffered, after);

const visitTouched = z.array(z.object({ family: z.string() })).min(1);
/** The families whose appointments an act touched. */
export const touchedFamilies = ({ before, after }: ActFacts): string[] => {
	const touched = read(visitTouched, after) ?? read(visitTouched, before) ?? [];
	return [...new Set(touched.map(({ family }) => family))];
};

/** The appointments that an act touched, as they were and as they are. */
export const touchedStates = ({
	before,
	after,
}: ActFacts): {
	readonly before: readonly AppointmentState[];
	readonly after: readonly AppointmentState[];
} => ({
	before: read(appointmentStates, before) ?? [],
	after: read(appointmentStates, after) ?? [],
});

/** The ids of those appointments. */
export function touchedAppointments(facts: ActFacts): string[] {
	const { before, after } = touchedStates(facts);
	return [...new Set([...before, ...after].map(({ id }) => id))];
}
