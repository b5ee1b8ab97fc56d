import type { HouseholdDoubt } from './households';
import type { ListFault, Origin } from './register-lists';
import type {
	AdultFields,
	FamilyFields,
	KnownClass,
	KnownEnrolment,
	KnownTeaching,
	PersonFields,
	StudentFields,
} from './register-state';

/** What reading lists would do to the register. */
export interface RegisterDifference {
	readonly lines: readonly DifferenceLine[];
	readonly faults: readonly ListFault[];
	readonly doubts: readonly NamedDoubt[];
	readonly counts: StudentCounts;
	readonly writes: RegisterWrites;
}

/** How many rows of the lists are about students, and how many students they are. */
export interface StudentCounts {
	readonly rows: number;
	readonly students: number;
}

export type LineSubject =
	'teacher' | 'interpreter' | 'student' | 'adult' | 'family' | 'class' | 'teaching' | 'enrolment';

export type LineChange = 'new' | 'changed' | 'gone' | 'back';

/** One line of the preview. */
export interface DifferenceLine {
	readonly subject: LineSubject;
	readonly change: LineChange;
	readonly name: string;
	/** What changes; of somebody new, what is known. */
	readonly details: readonly FieldChange[];
	/** Where it stands; `null` for what is gone. */
	readonly origin: Origin | null;
}

export interface FieldChange {
	readonly field: string;
	readonly before: string | null;
	readonly after: string | null;
}

/** A doubt about a household, with names to show. */
export interface NamedDoubt extends HouseholdDoubt {
	readonly names: readonly [a: string, b: string];
	readonly studentNames: readonly string[];
}

interface Rows<Fields> {
	readonly insert: readonly (Fields & { readonly id: string; readonly key: string | null })[];
	readonly update: readonly {
		readonly id: string;
		readonly set: Partial<Fields> & { readonly key?: string | null; readonly left?: boolean };
	}[];
}

interface Links<Link> {
	readonly insert: readonly Link[];
	readonly remove: readonly Link[];
}

export interface FamilyLink {
	readonly family: string;
	readonly member: string;
}

/** The same as rows to write, in an order that references allow. */
export interface RegisterWrites {
	readonly persons: Rows<PersonFields>;
	readonly students: Rows<StudentFields>;
	readonly adults: Rows<AdultFields>;
	readonly families: Rows<FamilyFields>;
	readonly classes: readonly KnownClass[];
	readonly teaching: Links<KnownTeaching>;
	readonly enrolments: Links<KnownEnrolment>;
	readonly familyAdults: Links<FamilyLink>;
	readonly familyStudents: Links<FamilyLink>;
}
