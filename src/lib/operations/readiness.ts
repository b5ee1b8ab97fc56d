import { z, type ZodMiniType } from 'zod/mini';
import type { Finding, Thing } from '../core/readiness/finding';
import { change, reasons } from './change';
import { id } from './shapes';

/** Somebody or something that a finding is about, as people call it. */
export interface NamedAbout {
	readonly thing: Thing;
	readonly id: string;
	readonly name: string;
}

/** A finding as the office reads it. */
export interface ReadFinding extends Omit<Finding, 'about'> {
	/** By which it is known as long as its facts are the same. */
	readonly digest: string;
	readonly about: readonly NamedAbout[];
	/** Why somebody has set it aside; `null`: nobody has. */
	readonly aside: string | null;
	/** Families can see the conference, and when they were let in it was not there. */
	readonly isNew: boolean;
}

const digest = z.string().check(z.regex(/^[\w-]{43}$/));

/** Says of a finding that it may be so. */
export const findingSetAside = change({
	name: 'finding.set-aside',
	may: 'conference.set-up',
	input: z.object({
		conferenceId: id,
		digest,
		reason: z.string().check(z.maxLength(2000)),
	}) as ZodMiniType<{ conferenceId: string; digest: string; reason: string }>,
	refusal: reasons('no-reason'),
	leaves: ['finding.set-aside'],
});

/** Puts a finding that was set aside back on the list. */
export const findingTakeBack = change({
	name: 'finding.take-back',
	may: 'conference.set-up',
	input: z.object({ conferenceId: id, digest }),
	leaves: ['finding.taken-back'],
});
