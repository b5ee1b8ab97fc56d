/** The message library, of which operations know the names alone: sentences are for who shows them. */
type Messages = typeof import('$lib/paraglide/messages').m;

/** The name of a sentence that needs no facts. */
export type Sentence = {
	[Name in keyof Messages]: Messages[Name] extends (inputs?: Record<string, never>) => string
		? Name
		: never;
}[keyof Messages];

/** What is wrong with a value, by the name of the sentence that says it. */
export const says = (sentence: Sentence) => ({ error: sentence });
