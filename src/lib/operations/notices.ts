import { z, type ZodMiniType } from 'zod/mini';
import { hasKnownPlaceholders } from '../core/notices/own-words';
import { toldChoices } from '../core/notices/kinds';
import { OWN_WORDS, type OwnWords } from '../core/notices/notice-rules';
import { parseTypedTime } from '../core/time/typed-time';
import { change, reasons } from './change';
import { says } from './sentence';
import { choiceFields, type FamiliesChoice } from './families';
import { id } from './shapes';
import { emailOrNone } from './typed-text';

/** Has a notice sent once more, as things are now. */
export const noticeSendAgain = change({
	name: 'notice.send-again',
	may: 'notices.send',
	input: z.object({ notice: id }),
	refusal: reasons('unknown', 'on-its-way'),
	leaves: ['notice.sent-again'],
});

/** Notes that a message came back because it could not be delivered. */
export const noticeReturned = change({
	name: 'notice.returned',
	may: 'notices.send',
	/** `isForGood`: the address takes nothing, and not only this one message was late. */
	input: z.object({ notice: id, isForGood: z.boolean() }),
	refusal: reasons('unknown'),
	leaves: ['notice.returned'],
	mostBytes: 256 * 1024,
});

/** Whom to tell: among all families, or among those that are chosen. */
export interface TellRequest extends Partial<FamiliesChoice> {
	readonly conferenceId: string;
	readonly what: 'invited' | 'not-booked';
}

/** Tells families of a conference: those who were not invited yet, or those who have booked nothing. */
export const familiesTell = change({
	name: 'families.tell',
	may: 'links.see',
	input: z.object({
		conferenceId: id,
		what: z.enum(['invited', 'not-booked']),
		...choiceFields,
	}) as ZodMiniType<TellRequest>,
	done: z.object({ told: z.number() }),
	refusal: reasons('nobody'),
	leaves: ['families.invited', 'families.reminded'],
});

/** A time of day as people type it; what is not ticked may be empty. */
const typedTime = z
	.string()
	.check(
		z.refine((typed) => typed.trim() === '' || parseTypedTime(typed) !== null, says('time_wrong')),
	);

const ownWords = z._default(
	z
		.string()
		.check(
			z.maxLength(2000, says('text_too_long')),
			z.refine(hasKnownPlaceholders, says('words_placeholder_unknown')),
		),
	'',
);

type WordsField = `words-${OwnWords}`;

/** The field of a form in which the school writes its own words. */
export const wordsField = (kind: OwnWords): WordsField => `words-${kind}`;

const wordsFields = Object.fromEntries(
	OWN_WORDS.map((kind) => [wordsField(kind), ownWords]),
) as Record<WordsField, typeof ownWords>;

/** Sets how the people of a conference are told, from a form in which all of it stands. */
export const noticeRulesSet = change({
	name: 'notices.set',
	may: 'rules.change',
	input: z.object({
		conferenceId: id,
		/** Minutes before. */
		remind: z.array(z.string().check(z.regex(/^\d{1,5}$/))).check(z.maxLength(6)),
		evening: z.boolean(),
		eveningAt: typedTime,
		changes: z.boolean(),
		office: z.boolean(),
		officeAt: typedTime,
		questions: z.boolean(),
		quiet: z.boolean(),
		quietFrom: typedTime,
		quietUntil: typedTime,
		replyTo: emailOrNone,
		teachersAnswer: z.boolean(),
		...wordsFields,
	}),
	leaves: ['notices.set'],
});

/** Of what somebody who receives or interprets wants to be told. */
export const personTold = change({
	name: 'person.told',
	may: 'told.choose',
	about: ({ person }: { readonly person: string }) => ({ person }),
	input: z.object({ person: id, told: z.enum(toldChoices) }),
	leaves: ['told.chosen'],
});

/** Whether whoever asks wants the office's messages. */
export const accountTold = change({
	name: 'account.told',
	may: 'account.own',
	input: z.object({ told: z.boolean() }),
	leaves: ['told.chosen'],
});
