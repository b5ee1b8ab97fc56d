import { and, eq, inArray } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { conferenceAt, isVisible, type ConferenceRow } from '../conferences/read-conference';
import { triedBy } from '../conferences/is-on-trial';
import type { Reader } from '../foundation/database/connect';
import { appointment } from '../foundation/database/schema';
import { wrongLink } from '../invitations/wrong-link';

type Adult = Extract<Actor, { kind: 'adult' }>;

/** A family's visit to a conference, and who of it looks. */
export interface WhoseVisit<A extends Adult> {
	readonly adult: A;
	readonly conference: ConferenceRow;
	readonly family: string;
}

/**
 * Whose visit an address is about: of the family that it names, or of the adult's first one. A conference that
 * was taken back shows what is booked there, and nothing to whoever has nothing. Throws the page of a wrong link.
 */
export async function visitOf<A extends Adult>(
	{ app, adult }: { readonly app: App; readonly adult: A | null },
	address: string,
	url: URL,
): Promise<WhoseVisit<A>> {
	const conference = adult && (await conferenceAt(app.db, address));
	const wanted = url.searchParams.get('family');
	const family = adult?.families.find((id) => id === wanted) ?? adult?.families[0];
	if (!adult || !conference || family === undefined) return wrongLink(app);
	if (!isVisible(conference) && !(await isTheirs(app.db, conference.id, adult.families)))
		return wrongLink(app);
	return { adult, conference, family };
}

/** Whether one of the families has something booked there, or tries it before others see it. */
const isTheirs = async (
	db: Reader,
	conferenceId: string,
	families: readonly string[],
): Promise<boolean> =>
	(await triedBy(db, families)) === conferenceId || hasBooked(db, conferenceId, families);

async function hasBooked(
	db: Reader,
	conferenceId: string,
	families: readonly string[],
): Promise<boolean> {
	const [row] = await db
		.select({ id: appointment.id })
		.from(appointment)
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.familyId, [...families]),
				eq(appointment.stands, true),
			),
		)
		.limit(1);
	return row !== undefined;
}

/** The conferences taken back in which one of the families has something booked, the newest first. */
export async function takenBackWithVisit(
	db: Reader,
	conferences: readonly ConferenceRow[],
	families: readonly string[],
): Promise<ConferenceRow | null> {
	for (const conference of conferences)
		if (!isVisible(conference) && (await hasBooked(db, conference.id, families))) return conference;
	return null;
}
