import { isNotNull, isNull, or, sql, type SQL } from 'drizzle-orm';
import type { adult, family, student } from '../foundation/database/schema';

/** Who has not left, or is made up for a trial run: such people are on no list, and come to their own page all the same. */
export const isAround = ({
	leftAt,
	trialOf,
}: Pick<typeof adult | typeof family | typeof student, 'leftAt' | 'trialOf'>): SQL =>
	or(isNull(leftAt), isNotNull(trialOf))!;

/** The same of a row whose columns are told apart from all others by their names. */
export const aroundHere = sql`(left_at is null or trial_of is not null)`;
