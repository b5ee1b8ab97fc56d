import { and, eq, isNull } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { Database, Reader, Transaction } from '../foundation/database/connect';
import { adult, family, familyAdult, invitation, person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { isAround } from '../register/around';
import type { Clock } from '../foundation/clock';
import type { Ground } from '../live/open-streams';
import { codeVersion, familiesWithWithdrawnRights, ownerOfCode, type CodeOwner } from './codes';
import { isLinkSecret, readLinkToken } from './links';
import { readVisitorCookie, visitorCookie, type Credential } from './visitor-cookie';

/** Who came through a private link or a code, and through which. */
export type Visitor = Extract<Actor, { kind: 'adult' | 'teacher' }> & {
	/** Tells the way in from every other one. */
	readonly through: string;
	/** What an open page of theirs stands on. */
	readonly grounds: readonly Ground[];
};

interface Known {
	readonly visitor: Visitor;
	readonly version: number;
}

/** Whoever was invited, read in one statement: every request of a family begins so. */
async function invited(db: Reader, id: string): Promise<Known | null> {
	// Whoever has left has no way in any more.
	const rows = await db
		.select({ invitation, family: family.id })
		.from(invitation)
		.leftJoin(person, eq(person.id, invitation.personId))
		.leftJoin(adult, eq(adult.id, invitation.adultId))
		.leftJoin(familyAdult, eq(familyAdult.adultId, adult.id))
		.leftJoin(family, and(eq(family.id, familyAdult.familyId), isAround(family)))
		.where(
			and(
				eq(invitation.id, id),
				isNull(invitation.revokedAt),
				isNull(person.leftAt),
				isAround(adult),
			),
		)
		.orderBy(family.id);
	const [row] = rows;
	if (!row) return null;
	const { version, personId, adultId } = row.invitation;
	const through = `invitation:${id}` as const;
	if (personId) {
		const grounds = [through, `person:${personId}`] as const;
		return { visitor: { kind: 'teacher', person: personId, through, grounds }, version };
	}
	const families = rows.flatMap(({ family }) => family ?? []);
	return { visitor: adultVisitor(adultId!, families, through), version };
}

const adultVisitor = (adult: string, families: readonly string[], through: Ground): Visitor => ({
	kind: 'adult',
	adult,
	families,
	through,
	grounds: [through, `adult:${adult}`],
});

/** Who comes in by a code of one adult's; `null` for one who has left. */
async function adultByCode(db: Reader, id: string, through: Ground): Promise<Visitor | null> {
	const rows = await db
		.select({ family: family.id })
		.from(adult)
		.leftJoin(familyAdult, eq(familyAdult.adultId, adult.id))
		.leftJoin(family, and(eq(family.id, familyAdult.familyId), isNull(family.leftAt)))
		.where(and(eq(adult.id, id), isNull(adult.leftAt)))
		.orderBy(family.id);
	if (rows.length === 0) return null;
	return adultVisitor(
		id,
		rows.flatMap(({ family }) => family ?? []),
		through,
	);
}

/** Who comes in by a code: of a family's, nobody knows which of its adults it is. */
async function codeVisitor(db: Reader, { kind, id }: CodeOwner): Promise<Visitor | null> {
	const through = `${kind}-code:${id}` as const;
	if (kind === 'adult') return adultByCode(db, id, through);
	if ((await familiesWithWithdrawnRights(db, [id])).size > 0) return null;
	const rows = await db
		.select({ id: adult.id })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.innerJoin(family, and(eq(family.id, familyAdult.familyId), isNull(family.leftAt)))
		.where(eq(familyAdult.familyId, id))
		.orderBy(adult.id);
	const [first] = rows;
	if (!first) return null;
	const grounds = [through, ...rows.map((row) => `adult:${row.id}` as const)];
	return { kind: 'adult', adult: first.id, isCommon: true, families: [id], through, grounds };
}

/** Whoever a cookie stands for, if that is still good. */
async function known(db: Reader, { kind, id }: Credential): Promise<Known | null> {
	if (kind === 'invitation') return invited(db, id);
	const version = await codeVersion(db, { kind, id });
	const visitor = version === null ? null : await codeVisitor(db, { kind, id });
	return visitor && version !== null ? { visitor, version } : null;
}

/**
 * Exchanges a link's token for a cookie. `null` for every link that does not let in, whatever the
 * reason, so that nothing can be learned from the answer.
 */
export async function openLink(
	db: Reader,
	key: string,
	token: string,
): Promise<{ visitor: Visitor; cookie: string } | null> {
	const read = readLinkToken(token);
	const found = read && (await invited(db, read.id));
	if (!read || !found) return null;
	const ref = { kind: 'invitation', id: read.id, version: found.version } as const;
	return isLinkSecret(key, ref, read.secret)
		? { visitor: found.visitor, cookie: visitorCookie(key, ref) }
		: null;
}

/** Remembers when somebody came in by a link. */
export async function noteOpened(db: Database, clock: Clock, { through }: Visitor): Promise<void> {
	const id = through.replace('invitation:', '');
	await db.update(invitation).set({ openedAt: clock.now() }).where(eq(invitation.id, id));
}

/** Exchanges a typed code for a cookie; `null` for every code that does not let in. */
export async function openCode(
	db: Reader,
	{ key }: { readonly key: string },
	typed: string,
): Promise<{ visitor: Visitor; cookie: string } | null> {
	const ref = await ownerOfCode(db, { key }, typed);
	const visitor = ref && (await codeVisitor(db, ref));
	return visitor ? { visitor, cookie: visitorCookie(key, ref) } : null;
}

/** Several families' links may be opened on one phone. */
const MOST_LINKS = 6;
const SEPARATOR = '~';

/** Those who came in by this browser, the latest first. */
export async function visitorsByCookie(
	db: Reader,
	key: string,
	cookie: string | undefined,
): Promise<Visitor[]> {
	const parts = (cookie ?? '').split(SEPARATOR).slice(0, MOST_LINKS).filter(Boolean);
	const found = await Promise.all(parts.map((part) => visitorByCookie(db, key, part)));
	return found.filter((visitor) => visitor !== null);
}

/** The cookie of a browser in which a link was opened: with the links that were opened before. */
export function cookieWith(opened: string, before: string | undefined): string {
	const [owner] = opened.split('.');
	const others = (before ?? '')
		.split(SEPARATOR)
		.filter((part) => part && part.split('.')[0] !== owner);
	return [opened, ...others].slice(0, MOST_LINKS).join(SEPARATOR);
}

/** Who holds the cookie; `null` when it is not ours, or its invitation was revoked or renewed. */
export async function visitorByCookie(
	db: Reader,
	key: string,
	cookie: string | undefined,
): Promise<Visitor | null> {
	const ref = cookie ? readVisitorCookie(key, cookie) : null;
	const found = ref && (await known(db, ref));
	return found && found.version === ref.version ? found.visitor : null;
}

/** Invites an adult or a person who has no invitation yet. */
export async function invite(
	tx: Transaction,
	clock: Clock,
	whom: { adultId: string } | { personId: string },
): Promise<boolean> {
	const made = await tx
		.insert(invitation)
		.values({ id: newId(clock), ...whom })
		.onConflictDoNothing()
		.returning({ id: invitation.id });
	return made.length > 0;
}
