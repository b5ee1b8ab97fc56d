import { eq, lt } from 'drizzle-orm';
import type { Clock } from '../foundation/clock';
import type { Database } from '../foundation/database/connect';
import { usedCode } from '../foundation/database/schema';
import { keyedDigest } from '../foundation/keyed-digest';

/** An authenticator shows a code for half a minute, and its neighbours are taken as well. */
const GOOD_FOR = 5 * 60_000;

/** Sees to it that a code is good once, also when it is given twice at the same moment. */
export class UsedCodes {
	constructor(
		private readonly db: Database,
		private readonly key: string,
		private readonly clock: Clock,
	) {}

	/** Runs the attempt unless the code was used, or is just being used. A wrong code is not kept. */
	async onceOnly<T>(
		accountId: string,
		code: string,
		attempt: () => Promise<T | null>,
	): Promise<T | null> {
		const now = this.clock.now();
		const digest = keyedDigest(this.key, 'used-code', `${accountId}:${code}`);
		await this.db.delete(usedCode).where(lt(usedCode.until, now));
		const [mine] = await this.db
			.insert(usedCode)
			.values({ digest, until: now + GOOD_FOR })
			.onConflictDoNothing()
			.returning();
		if (!mine) return null;
		const result = await attempt();
		if (result === null) await this.db.delete(usedCode).where(eq(usedCode.digest, digest));
		return result;
	}
}
