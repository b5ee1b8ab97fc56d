import type { ClashProblem } from '../clashes/find-clashes';
import type { ConferenceSnapshot, Claim } from '../snapshot/snapshot';
import type { Holiday } from '../calendars/read-holidays';
import type { Hours } from '../slots/hours';

/** A meeting that should come about. Of two wishes of a family each takes a slot of its own. */
export interface WishedMeeting {
	readonly family: string;
	readonly student: string;
	/** The desks that would do. */
	readonly desks: readonly string[];
	/** Slots in a row. */
	readonly length: number;
	/** An appointment serves it. */
	readonly isServed: boolean;
}

export interface ReadyFamily {
	readonly id: string;
	readonly stepFree: boolean;
	/** The language for which an interpreter is needed. */
	readonly interpreter: string | null;
	readonly adults: readonly {
		readonly id: string;
		readonly email: string | null;
		readonly telephone: string | null;
	}[];
}

export interface ReadyTeacher {
	readonly id: string;
	readonly email: string | null;
	readonly isConfirmed: boolean;
	/** Whether some student's classes say that they meet. */
	readonly hasStudents: boolean;
	readonly sitsAtDesk: boolean;
}

export interface ReadyDesk {
	readonly id: string;
	readonly hasTimes: boolean;
	readonly lacksPlace: boolean;
	readonly isForAll: boolean;
}

/** A desk with a place on video. */
export interface ReadyVideo {
	readonly desk: string;
	/** `null`: a link is made for each appointment. */
	readonly link: string | null;
	/** Where a link is made: there is a service that makes it. */
	readonly isMade: boolean;
}

/** Two families that must not meet, with the minutes between their visits. */
export interface ReadyApart {
	readonly families: readonly [string, string];
	readonly marginMinutes: number;
}

/** All that readiness is found from. Instants in milliseconds. */
export interface ReadinessFacts {
	/** When nobody is at school, as far as the office has said. */
	readonly holidays: readonly Holiday[];
	readonly now: number;
	readonly snapshot: ConferenceSnapshot;
	/** The conference's own dates and hours. */
	readonly hours: readonly Hours[];
	/** What is taken already; without duties, which the snapshot knows. */
	readonly claims: readonly Claim[];
	readonly wishes: readonly WishedMeeting[];
	readonly families: readonly ReadyFamily[];
	readonly teachers: readonly ReadyTeacher[];
	readonly desks: readonly ReadyDesk[];
	readonly videos: readonly ReadyVideo[];
	/** Classes with students whom nobody teaches. */
	readonly untaughtClasses: readonly string[];
	/** Students, of other classes, whom no desk receives. */
	readonly unreceived: readonly string[];
	readonly apart: readonly ReadyApart[];
	readonly clashProblem: ClashProblem;
}
