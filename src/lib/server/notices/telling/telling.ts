import { eq } from 'drizzle-orm';
import { wholeRules, type NoticeRules } from '../../../core/notices/notice-rules';
import type { Reader } from '../../foundation/database/connect';
import { conference } from '../../foundation/database/schema';

/** How the people of a conference are told. */
export interface ConferenceTelling {
	readonly id: string;
	readonly name: string;
	/** The zone in which its days begin. */
	readonly zone: string;
	readonly rules: NoticeRules;
}

/** How a conference tells; `null` for an unknown one. */
export async function readTelling(db: Reader, id: string): Promise<ConferenceTelling | null> {
	const [row] = await db
		.select({
			name: conference.name,
			zone: conference.timeZone,
			rules: conference.noticeRules,
		})
		.from(conference)
		.where(eq(conference.id, id));
	return row ? { id, name: row.name, zone: row.zone, rules: wholeRules(row.rules) } : null;
}
