import { and, eq, isNull, sql } from 'drizzle-orm';
import { PROOF_GOOD_FOR } from '../../core/newcomers/newcomer';
import { entryOf } from '../conferences/entry-of';
import type { ConferenceRow } from '../conferences/read-conference';
import type { Clock } from '../foundation/clock';
import type { Reader } from '../foundation/database/connect';
import { adult, conference, invitation, newcomer } from '../foundation/database/schema';
import { isNewcomerProof, readLinkToken } from '../invitations/links';

/** Who holds a link that proves an address, and for which conference. */
export interface Proved {
	readonly newcomer: typeof newcomer.$inferSelect;
	readonly conference: ConferenceRow;
	/** The proved address. */
	readonly email: string;
}

/** A link of ours, and what answers it. */
interface Asking {
	readonly key: string;
	readonly token: string;
	readonly clock: Clock;
}

/** Whose link it is, spent or not; `null` for one that is too old, none of ours, or of a door that was closed. */
async function linkedBy(db: Reader, { key, token, clock }: Asking): Promise<Proved | null> {
	const read = readLinkToken(token);
	if (!read) return null;
	const [row] = await db
		.select()
		.from(newcomer)
		.innerJoin(conference, eq(conference.id, newcomer.conferenceId))
		.where(eq(newcomer.id, read.id));
	if (!row?.newcomer.email) return null;
	const { id, askedAt, email } = row.newcomer;
	const now = clock.now();
	const isGood =
		isNewcomerProof(key, { id, version: askedAt }, read.secret) && now < askedAt + PROOF_GOOD_FOR;
	return isGood && entryOf(row.conference, now) !== 'listed' ? { ...row, email } : null;
}

/** Whose link it is that can be spent; `null` for every other one. */
export async function provedBy(db: Reader, asking: Asking): Promise<Proved | null> {
	const linked = await linkedBy(db, asking);
	return linked?.newcomer.provedAt === null ? linked : null;
}

/** Whose link it is, as long as it can be spent, or waits for the office since it was. */
export async function provedOrWaiting(db: Reader, asking: Asking): Promise<Proved | null> {
	const linked = await linkedBy(db, asking);
	const isOpen = linked?.newcomer.provedAt === null || linked?.newcomer.state === 'waiting';
	return isOpen ? linked : null;
}

/** An adult of the register's with that address: with its way in, if it has one. */
export interface KnownAdult {
	readonly adult: string;
	readonly invitation: typeof invitation.$inferSelect | null;
}

/** The adults whom the school knows by an address. */
export async function adultsAt(db: Reader, email: string): Promise<KnownAdult[]> {
	return db
		.select({ adult: adult.id, invitation })
		.from(adult)
		.leftJoin(invitation, eq(invitation.adultId, adult.id))
		.where(
			and(
				sql`lower(${adult.email}) = lower(${email})`,
				isNull(adult.leftAt),
				// Without a family there is no page to come to.
				sql`exists (select from family_adult join family on family.id = family_id
					where adult_id = ${adult.id} and family.left_at is null)`,
			),
		)
		.orderBy(adult.id);
}

/** Since when somebody at that address waits for the office, if they do; milliseconds. */
export async function waitsSince(
	db: Reader,
	{ conference: { id }, email }: Proved,
): Promise<number | null> {
	const [row] = await db
		.select({ since: newcomer.provedAt })
		.from(newcomer)
		.where(
			and(
				eq(newcomer.conferenceId, id),
				eq(newcomer.state, 'waiting'),
				sql`lower(${newcomer.email}) = lower(${email})`,
			),
		);
	return row?.since ?? null;
}
