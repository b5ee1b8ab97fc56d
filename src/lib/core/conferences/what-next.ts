import type { Phase } from './phase';

/** What a conference needs next, from whoever prepares it. */
export type WhatNext =
	| { readonly what: 'desks' }
	/** So many findings keep families from booking as they should. */
	| { readonly what: 'look'; readonly count: number }
	/** It was to open, and families do not see it. */
	| { readonly what: 'missed'; readonly moment: number }
	| { readonly what: 'publish' }
	/** It opens within the hour. */
	| { readonly what: 'opens-soon'; readonly moment: number }
	| { readonly what: 'answer'; readonly count: number };

/** What is known of a conference. Instants in milliseconds. */
export interface StandingConference {
	readonly phase: Phase;
	readonly isPublished: boolean;
	readonly opensAt: number | null;
	readonly desks: number;
	/** Findings that harm and that nobody has set aside. */
	readonly grave: number;
	readonly toAnswer: number;
}

const HOUR = 3_600_000;

/** The next step, the most urgent one first; `null`: nothing waits. */
export function whatNext(conference: StandingConference, now: number): WhatNext | null {
	const { phase, isPublished, opensAt, desks, grave, toAnswer } = conference;
	if (phase === 'over') return null;
	if (toAnswer > 0) return { what: 'answer', count: toAnswer };
	const isAhead = opensAt !== null && opensAt > now;
	if (!isPublished && opensAt !== null && !isAhead) return { what: 'missed', moment: opensAt };
	if (desks === 0) return { what: 'desks' };
	if (grave > 0) return { what: 'look', count: grave };
	if (!isPublished) return { what: 'publish' };
	return isAhead && opensAt - now <= HOUR ? { what: 'opens-soon', moment: opensAt } : null;
}
