import type { Channel } from './register-lists';

/**
 * The register as it is, for comparing it with lists. Everybody is here, also those who left. The
 * fields are what lists can say; `null` is unknown.
 */
export interface RegisterState {
	readonly persons: readonly KnownPerson[];
	readonly students: readonly KnownStudent[];
	readonly adults: readonly KnownAdult[];
	readonly families: readonly KnownFamily[];
	/** Of the school year that runs. */
	readonly classes: readonly KnownClass[];
	readonly teaching: readonly KnownTeaching[];
	readonly enrolments: readonly KnownEnrolment[];
}

interface Known {
	readonly id: string;
	/** The key that the school's own lists use. */
	readonly key: string | null;
	readonly left: boolean;
}

export interface PersonFields {
	readonly title: string | null;
	readonly givenName: string | null;
	readonly familyName: string | null;
	readonly email: string | null;
	readonly telephone: string | null;
	readonly pin: string | null;
	readonly subjects: readonly string[];
	readonly room: string | null;
	readonly building: string | null;
	readonly link: string | null;
	readonly languages: readonly string[];
	readonly hours: string | null;
	readonly isTeacher: boolean;
	readonly isInterpreter: boolean;
}
export type KnownPerson = Known & PersonFields;

export interface StudentFields {
	readonly givenName: string | null;
	readonly familyName: string | null;
	readonly yearGroup: string;
}
export type KnownStudent = Known &
	StudentFields & {
		readonly families: readonly string[];
		/** The label of the latest home class, also of a school year before; nothing if there was none. */
		readonly lastClass?: string | null;
	};

export interface AdultFields {
	readonly givenName: string | null;
	readonly familyName: string | null;
	readonly email: string | null;
	readonly telephone: string | null;
	readonly language: string | null;
	readonly channel: Channel;
}
export type KnownAdult = Known & AdultFields & { readonly families: readonly string[] };

export interface FamilyFields {
	readonly label: string | null;
	readonly address: string | null;
	/** A language. */
	readonly interpreter: string | null;
	readonly stepFree: boolean;
}
export type KnownFamily = FamilyFields & { readonly id: string; readonly left: boolean };

export interface KnownClass {
	readonly id: string;
	readonly key: string | null;
	readonly label: string;
}

export interface KnownTeaching {
	readonly class: string;
	readonly person: string;
	readonly subject: string;
}

export interface KnownEnrolment {
	readonly class: string;
	readonly student: string;
	readonly home: boolean;
}
