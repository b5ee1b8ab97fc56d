import type { Mode } from '../ways-to-meet';
import type { LocalDate } from '../time/local-of';

/** Why not, with the facts from which a sentence is made. Instants in milliseconds. */
export type Refusal =
	| { readonly code: 'not-published' }
	| { readonly code: 'paused' }
	| { readonly code: 'not-open-yet'; readonly opensAt: number }
	| { readonly code: 'closed'; readonly closesAt: number }
	/** It has begun. */
	| { readonly code: 'past' }
	/** It begins too soon: it could be booked, or changed, until then. */
	| { readonly code: 'too-late'; readonly until: number }
	| { readonly code: 'too-far-ahead'; readonly until: LocalDate }
	/** Somebody was faster, or the slot is gone, or nobody may know why. */
	| { readonly code: 'taken' }
	/** The appointment takes more slots in a row than there are. */
	| { readonly code: 'too-short'; readonly length: number }
	| { readonly code: 'no-wish-for-this-desk' }
	| { readonly code: 'already-arranged' }
	| { readonly code: 'student-limit'; readonly student: string; readonly limit: number }
	| { readonly code: 'family-limit'; readonly limit: number }
	| { readonly code: 'desk-day-limit'; readonly date: LocalDate; readonly limit: number }
	| { readonly code: 'mode-not-offered'; readonly offered: readonly Mode[] }
	| { readonly code: 'not-step-free' }
	| { readonly code: 'no-interpreter'; readonly language: string }
	/** An adult or a student is named who is none of the family's. */
	| { readonly code: 'not-of-the-family' }
	/** Nobody of the family would come. */
	| { readonly code: 'nobody-comes' }
	/** It overlaps another appointment of the same adult. */
	| { readonly code: 'overlaps-own' }
	/** The family brings the student who would come along somewhere else then. */
	| { readonly code: 'student-elsewhere'; readonly student: string }
	/** Less time than pause, way or change to video need between two appointments in a row. */
	| { readonly code: 'turn-too-short'; readonly needed: number; readonly minutes: number };

export type RefusalCode = Refusal['code'];

/** What a rule says. */
export type Answer = 'yes' | Refusal;

export const isRefusal = (answer: Answer): answer is Refusal => answer !== 'yes';

/** The first refusal among the answers, asked one after the other; else yes. */
export function firstRefusal(...questions: readonly (() => Answer)[]): Answer {
	for (const ask of questions) {
		const answer = ask();
		if (isRefusal(answer)) return answer;
	}
	return 'yes';
}
