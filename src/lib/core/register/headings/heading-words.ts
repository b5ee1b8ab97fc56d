/** Whose something is. */
export type Who = 'student' | 'teacher' | 'adult' | 'mother' | 'father' | 'interpreter';

/** What it is. */
export type What =
	| 'key'
	/** A bare number: a key, or only the rows counted. */
	| 'counter'
	| 'title'
	| 'name'
	| 'givenName'
	| 'familyName'
	| 'email'
	| 'telephone'
	| 'subject'
	| 'course'
	| 'room'
	| 'building'
	| 'link'
	| 'pin'
	| 'year'
	| 'class'
	| 'language'
	| 'channel'
	| 'address'
	| 'postcode'
	| 'town'
	| 'household'
	| 'interpreting'
	| 'stepFree'
	| 'hours'
	/** Known, and nothing that a register keeps. */
	| 'other';

export type HeadingToken = Who | What | 'first' | 'second';

/**
 * What the words of one language mean in the heads of lists. Each entry is words or phrases, parted by
 * commas; case, accents and punctuation do not count. Common practice, no source.
 */
export interface HeadingWords {
	readonly means: Readonly<Partial<Record<HeadingToken, string>>>;
	/** Heads of columns of hours: a date, when it begins and when it ends. */
	readonly hours: Readonly<Record<'date' | 'from' | 'to', string>>;
	/** Words that say nothing. */
	readonly silent: string;
	/** Whether words are written together: each part is then looked up. */
	readonly compounds?: boolean;
	/** How a row of totals begins. */
	readonly totals: string;
	readonly yes: string;
	/** Ways of telling somebody something. */
	readonly channels: Readonly<Record<'email' | 'text' | 'telephone' | 'paper', string>>;
}
