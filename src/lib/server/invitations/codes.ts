import { and, eq, inArray, or } from 'drizzle-orm';
import { codeFrom, readCode } from '../../core/codes';
import type { App } from '../app';
import type { Reader, Transaction } from '../foundation/database/connect';
import { adultCode, familyAdult, adultRight, familyCode } from '../foundation/database/schema';
import { keyedDigest } from '../foundation/keyed-digest';
import { secret } from '../foundation/secret-in-answer';

/** Whose a code is: a family's, or one adult's where something is withdrawn in the family. */
export interface CodeOwner {
	readonly kind: 'family' | 'adult';
	readonly id: string;
}

/** A code that was given out, as a cookie remembers it. */
export interface CodeRef extends CodeOwner {
	/** A greater version makes older codes void. */
	readonly version: number;
}

/**
 * A code for paper, made like a link's secret: from its owner, a version and the server's key, so that it can
 * be printed again while nothing stored lets anyone in. Eight of 23 signs: one in 7.8 x 10^10. Where two would
 * be the same, the version tells them apart.
 */
function codeOf(key: string, { kind, id, version }: CodeRef): string {
	const digest = keyedDigest(key, `${kind}-code`, `${id}:${version}`);
	return codeFrom(Buffer.from(digest, 'base64url').readBigUInt64BE(0));
}

const digestOf = (key: string, code: string): string => keyedDigest(key, 'code-lookup', code);

const tables = { family: familyCode, adult: adultCode } as const;
const owner = { family: familyCode.familyId, adult: adultCode.adultId } as const;

/**
 * Makes sure that somebody has a code; one that was given out stays good. Answers it, and whether it was made
 * now.
 */
export async function ensureCode(
	tx: Transaction,
	key: string,
	{ kind, id }: CodeOwner,
): Promise<{ readonly code: string; readonly isNew: boolean }> {
	const known = await codeVersion(tx, { kind, id });
	if (known !== null)
		return secret({ code: codeOf(key, { kind, id, version: known }), isNew: false });
	for (let version = 1; ; version++) {
		const code = codeOf(key, { kind, id, version });
		const row = { version, digest: digestOf(key, code) };
		const made =
			kind === 'family'
				? await tx
						.insert(familyCode)
						.values({ familyId: id, ...row })
						.onConflictDoNothing()
						.returning()
				: await tx
						.insert(adultCode)
						.values({ adultId: id, ...row })
						.onConflictDoNothing()
						.returning();
		if (made.length) return secret({ code, isNew: true });
		const other = await codeVersion(tx, { kind, id });
		if (other !== null)
			return secret({ code: codeOf(key, { kind, id, version: other }), isNew: false });
	}
}

/** The version of a code that is good; `null` for who has none. */
export async function codeVersion(db: Reader, { kind, id }: CodeOwner): Promise<number | null> {
	const [row] = await db
		.select({ version: tables[kind].version })
		.from(tables[kind])
		.where(eq(owner[kind], id));
	return row?.version ?? null;
}

/** Whose code somebody typed, however it is written; `null` for one that is nobody's. */
export async function ownerOfCode(
	db: Reader,
	{ key }: Pick<App['config'], 'key'>,
	typed: string,
): Promise<CodeRef | null> {
	const code = readCode(typed);
	if (code === null) return null;
	const digest = digestOf(key, code);
	const [family] = await db.select().from(familyCode).where(eq(familyCode.digest, digest));
	if (family) return { kind: 'family', id: family.familyId, version: family.version };
	const [adult] = await db.select().from(adultCode).where(eq(adultCode.digest, digest));
	return adult ? { kind: 'adult', id: adult.adultId, version: adult.version } : null;
}

/** Those of the families in which something is withdrawn from an adult: they have no code in common. */
export async function familiesWithWithdrawnRights(
	db: Reader,
	families: readonly string[],
): Promise<ReadonlySet<string>> {
	const rows = await db
		.selectDistinct({ family: familyAdult.familyId })
		.from(adultRight)
		.innerJoin(familyAdult, eq(familyAdult.adultId, adultRight.adultId))
		.where(
			and(
				inArray(familyAdult.familyId, [...families]),
				or(
					eq(adultRight.mayBook, false),
					eq(adultRight.maySee, false),
					eq(adultRight.isTold, false),
				),
			),
		);
	return new Set(rows.map(({ family }) => family));
}
