import type { ConferenceBasics } from '../conferences/basics';
import type { Phase } from '../conferences/phase';
import type { Division } from '../slots/slot-grid';
import type { ConferenceFacts } from '../snapshot/snapshot';
import type { Entry } from '../snapshot/rules';
import type { LocalDate } from '../time/local-of';
import type { SampleMeeting } from './sample-visit';

/** Whose guides they are, and whom one calls. */
export interface GuideSchool {
	readonly name: string;
	readonly telephone: string | null;
}

/** What the guides to a conference are made of. Anybody may know it. */
export interface GuideFacts {
	/** The address at which a code is typed. */
	readonly origin: string;
	readonly conference: Pick<
		ConferenceFacts,
		'address' | 'name' | 'timeZone' | 'opensAt' | 'closesAt'
	>;
	readonly dates: readonly LocalDate[];
	readonly phase: Phase;
	/** Milliseconds. */
	readonly now: number;
	readonly entry: Entry;
	/** Nothing is changed or cancelled later than so many minutes before its start; `null`: until then. */
	readonly changeMinutes: number | null;
	/** At some desks an appointment is asked for, until somebody accepts. */
	readonly asksFirst: boolean;
	readonly hasVideo: boolean;
	readonly hasTelephone: boolean;
	/** What teachers may do with their own hours. */
	readonly teachersMay: ConferenceBasics['teachersMay'];
	/** How a desk's hours are divided. */
	readonly division: Division;
	/** A visit to look at, and a teacher's day; empty where nobody has times yet. */
	readonly visit: readonly SampleMeeting[];
	readonly day: readonly SampleMeeting[];
}
