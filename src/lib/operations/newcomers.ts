import { z } from 'zod/mini';
import { MOST_CHILDREN, type NewcomerFacts } from '../core/newcomers/newcomer';
import { LONGEST_WORDS } from '../core/visits/enquiry';
import { change, reasons } from './change';
import { says } from './sentence';
import { id } from './shapes';
import { line, needed } from './typed-text';

/** Who comes by the link of a conference that is open to more than the school's list. */

/** Asks for the link that proves an address. Whoever asks learns nothing of whether the school knows it. */
export const newcomerAsk = change({
	name: 'newcomer.ask',
	may: 'time.passes',
	input: z.object({ conferenceId: id, email: z.email(says('email_wrong')) }),
	/** `closed`: only families on the list get in. */
	refusal: reasons('closed'),
	leaves: ['newcomer.asked'],
});

const child = z.object({
	givenName: needed(120, 'newcomer_child_name_missing'),
	familyName: needed(120, 'newcomer_child_name_missing'),
	class: z.string(says('newcomer_class_missing')).check(z.maxLength(40, says('text_too_long'))),
});

/** What somebody whom the school does not know says of themselves. */
export const newcomerFacts: z.ZodMiniType<NewcomerFacts> = z.object({
	givenName: line(120),
	familyName: needed(120, 'newcomer_name_missing'),
	telephone: line(40),
	children: z
		.array(child)
		.check(z.minLength(1, says('newcomer_child_missing')), z.maxLength(MOST_CHILDREN)),
});

/** An adult's way in: the invitation that the browser is given a cookie for. */
const wayIn = z.object({ id, version: z.int() });

/**
 * Spends the link. Whoever is on the list is joined to it; anybody else is let in, or asks the office, as the rules
 * of the conference say.
 */
export const newcomerEnter = change({
	name: 'newcomer.enter',
	may: 'time.passes',
	input: z.object({ token: z.string().check(z.maxLength(200)), facts: z.nullable(newcomerFacts) }),
	done: z.discriminatedUnion('came', [
		z.object({ came: z.literal('in'), waysIn: z.array(wayIn) }),
		z.object({ came: z.literal('waits') }),
	]),
	/**
	 * `wrong-proof`: the link is spent, too old, or none of ours; `facts-missing`: the school does not know them, so
	 * they must say who they are; `no-class`: a class that the school does not have; `withdrawn`: the office took
	 * this person's link away.
	 */
	refusal: reasons('wrong-proof', 'facts-missing', 'no-class', 'withdrawn'),
	leaves: ['newcomer.known', 'newcomer.let-in', 'newcomer.waits'],
});

/** What the office makes of a newcomer: a family of its own, one with a family that is there, or nobody. */
export const newcomerAnswer = change({
	name: 'newcomer.answer',
	may: 'register.change',
	input: z.object({
		newcomer: id,
		answer: z.discriminatedUnion('is', [
			z.object({ is: z.literal('own') }),
			z.object({ is: z.literal('joins'), family: id }),
			z.object({
				is: z.literal('declined'),
				words: z.string().check(z.trim(), z.maxLength(LONGEST_WORDS)),
			}),
		]),
	}),
	/** `settled`: somebody has answered; `booked`: they have booked already, so that they cannot be joined. */
	refusal: reasons('unknown', 'settled', 'booked'),
	leaves: ['newcomer.let-in', 'newcomer.joined', 'newcomer.declined', 'newcomer.kept'],
});

/** Somebody who came by the link and waits for the office, or may be somebody it knows. */
export interface WaitingNewcomer {
	readonly id: string;
	/** `waiting`: they are not in before the office says so. */
	readonly state: 'waiting' | 'let-in';
	readonly name: string;
	readonly email: string;
	readonly telephone: string;
	readonly children: readonly { readonly name: string; readonly class: string }[];
	/** The family that was made for them. */
	readonly family: string | null;
	/** When they proved their address; milliseconds. */
	readonly since: number;
	/** Families with a child of the same name. */
	readonly alike: readonly {
		readonly id: string;
		readonly label: string;
		readonly children: readonly { readonly name: string; readonly class: string }[];
	}[];
}
