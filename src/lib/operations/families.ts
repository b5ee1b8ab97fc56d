import { z, type ZodMiniType } from 'zod/mini';

/** The families of a conference as the office works through them. */

/** Ready-made questions about families. */
export const familyQuestions = [
	'all',
	'not-booked',
	'partly',
	'waiting',
	'asked',
	'no-email',
	'interpreter',
	'step-free',
	'never-opened',
	'changed',
] as const;
export type FamilyQuestion = (typeof familyQuestions)[number];

/** Which families are meant. */
export interface FamiliesChoice {
	/** Typed words; empty: all. */
	readonly find: string;
	readonly which: FamilyQuestion;
	/** A class's label, a year group, a desk's id; empty: any. */
	readonly class: string;
	readonly year: string;
	readonly desk: string;
}

const short = z._default(z.string().check(z.maxLength(100)), '');
/** The fields of a choice; what is missing means all. */
export const choiceFields = {
	find: short,
	which: z._default(z.enum(familyQuestions), 'all'),
	class: short,
	year: short,
	desk: short,
};
export const familiesChoice: ZodMiniType<FamiliesChoice> = z.object(choiceFields);

export const EVERYBODY: FamiliesChoice = { find: '', which: 'all', class: '', year: '', desk: '' };

export const familySortNames = ['name', 'visit', 'missing'] as const;
export type FamilySort = (typeof familySortNames)[number];

/** A family as the office sees it at one conference. Instants in milliseconds. */
export interface FamilyLine {
	readonly id: string;
	readonly label: string;
	/** `isInvited`: there is a private link, which is asked for by itself. */
	readonly adults: readonly {
		readonly id: string;
		readonly name: string;
		readonly email: string;
		readonly telephone: string;
		readonly isInvited: boolean;
	}[];
	readonly students: readonly { readonly name: string; readonly classLabel: string }[];
	readonly interpreter: string;
	readonly stepFree: boolean;
	/** How many meetings it should have, and has. */
	readonly wished: number;
	readonly placed: number;
	/** It waits for a place, or for an answer. */
	readonly isWaiting: boolean;
	readonly isAsking: boolean;
	/** When the first and the last appointment are; `null` before anything is booked. */
	readonly visit: { readonly start: number; readonly end: number } | null;
}

/** A part of the families that were chosen, with how many these are in all. */
export interface FamiliesPage {
	readonly lines: readonly FamilyLine[];
	readonly total: number;
	/** Of the chosen ones, those who have booked something. */
	readonly booked: number;
}
