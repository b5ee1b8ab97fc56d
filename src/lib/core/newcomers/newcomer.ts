/**
 * How far somebody is who came by the open link: a link was sent; the office is asked; they are a family of their
 * own; they belong to one that was on the list; they were not let in.
 */
export const newcomerStates = ['unproved', 'waiting', 'let-in', 'joined', 'declined'] as const;

/** A child as a newcomer names it. */
export interface NamedChild {
	readonly givenName: string;
	readonly familyName: string;
	/** The label of one of the school's classes; empty for none of them. */
	readonly class: string;
}

/** What stands in a form for none of the school's classes. */
export const NO_CLASS = '-';

/** What newcomers say of themselves. */
export interface NewcomerFacts {
	readonly givenName: string;
	readonly familyName: string;
	readonly telephone: string;
	readonly children: readonly NamedChild[];
}

/** So many children can be named at once; a form has no end of lines. */
export const MOST_CHILDREN = 5;

/** How long a link that proves an address is good; milliseconds. */
export const PROOF_GOOD_FOR = 3 * 24 * 60 * 60_000;
