import { eq } from 'drizzle-orm';
import type { App } from '../app';
import type { Reader, Transaction } from '../foundation/database/connect';
import { family, familyCode } from '../foundation/database/schema';
import { secret } from '../foundation/secret-in-answer';
import { keyedDigest } from '../foundation/keyed-digest';

/** Letters and digits that nobody mistakes for each other on paper. */
const ALPHABET = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
const LENGTH = 8;

/**
 * A family's code for paper, made like a link's secret: from the family, a version and the server's key,
 * so that it can be printed again while nothing stored lets anyone in. Eight of thirty signs: one in
 * 6.6 x 10^11. Where two families would have the same one, the version tells them apart.
 */
function codeOf(key: string, familyId: string, version: number): string {
	const bytes = Buffer.from(keyedDigest(key, 'family-code', `${familyId}:${version}`), 'base64url');
	let number = bytes.readBigUInt64BE(0);
	let code = '';
	for (let sign = 0; sign < LENGTH; sign++) {
		code += ALPHABET[Number(number % BigInt(ALPHABET.length))];
		number /= BigInt(ALPHABET.length);
	}
	return `${code.slice(0, 4)}-${code.slice(4)}`;
}

const plain = (code: string): string => code.toUpperCase().replace(/[^0-9A-Z]/g, '');

const digestOf = (key: string, code: string): string =>
	keyedDigest(key, 'family-code-lookup', plain(code));

/**
 * Makes sure that families have codes; those that were given out stay good. Returns them by family, and how
 * many were made.
 */
export async function familyCodes(
	tx: Transaction,
	key: string,
	families: readonly string[],
): Promise<{ readonly codes: ReadonlyMap<string, string>; readonly made: number }> {
	const known = new Map(
		(await tx.select().from(familyCode)).map(({ familyId, version }) => [familyId, version]),
	);
	const codes = new Map<string, string>();
	let made = 0;
	for (const id of families) {
		let version = known.get(id);
		for (let next = 1; version === undefined; next++) {
			const inserted = await tx
				.insert(familyCode)
				.values({ familyId: id, version: next, digest: digestOf(key, codeOf(key, id, next)) })
				.onConflictDoNothing()
				.returning();
			if (inserted.length) {
				version = next;
				made++;
			} else {
				const [row] = await tx.select().from(familyCode).where(eq(familyCode.familyId, id));
				version = row?.version;
			}
		}
		codes.set(id, codeOf(key, id, version));
	}
	return secret({ codes, made });
}

/** The family whose code somebody typed, however it is written; `null` for a code that is nobody's. */
export async function familyByCode(
	db: Reader,
	{ key }: Pick<App['config'], 'key'>,
	code: string,
): Promise<string | null> {
	const [row] = await db
		.select({ id: family.id, leftAt: family.leftAt })
		.from(familyCode)
		.innerJoin(family, eq(family.id, familyCode.familyId))
		.where(eq(familyCode.digest, digestOf(key, code)));
	return row && row.leftAt === null ? row.id : null;
}
