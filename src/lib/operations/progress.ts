import { z } from 'zod/mini';
import { phases } from '../core/conferences/phase';
import { findingKinds } from '../core/readiness/finding';
import { question } from './question';
import { id, instant, version } from './shapes';

const count = z.number();

const registerCounts = z.object({
	teachers: count,
	/** Teachers whose address nobody has confirmed. */
	unconfirmed: count,
	interpreters: count,
	students: count,
	families: count,
	classes: count,
});
export type RegisterCounts = Readonly<z.output<typeof registerCounts>>;

const conferenceProgress = z.object({
	conference: z.object({
		id,
		address: z.string(),
		name: z.string(),
		timeZone: z.string(),
		opensAt: z.nullable(instant),
		closesAt: z.nullable(instant),
		version,
		isPublished: z.boolean(),
	}),
	counts: registerCounts,
	phase: z.enum(phases),
	now: instant,
	progress: z.object({
		dates: count,
		/** Of the whole school. */
		rooms: count,
		slotMinutes: count,
		desks: count,
		/** Desks that sit at no time. */
		desksWithoutTimes: count,
		/** Desks that sit somewhen without a place, so that nobody can book them then. */
		desksWithoutPlace: count,
		seats: count,
		taken: count,
		/** What families are asked when they book. */
		questions: count,
		/** Rules that cannot be meant together. */
		contradictions: count,
		/** What readiness found and nobody has set aside, and the kind of the worst. */
		findings: count,
		worstFinding: z.nullable(z.enum(findingKinds)),
		/** Families that know of it, of all that should meet somebody; `null` while none can see it. */
		reach: z.nullable(
			z.object({
				families: count,
				reached: count,
				/** Could be told by e-mail, and have not been. */
				untold: count,
			}),
		),
		/** What waits for the school's answer. */
		toAnswer: count,
		/** Notices that reached nobody and should have. */
		undelivered: count,
	}),
});
/** How far a conference is, for the path of the work. */
export type ConferenceProgress = Readonly<z.output<typeof conferenceProgress>>;

/** How far a conference is. */
export const progressRead = question({
	name: 'conference.progress',
	may: 'conference.see',
	input: z.object({ conferenceId: id }),
	answer: conferenceProgress,
});
