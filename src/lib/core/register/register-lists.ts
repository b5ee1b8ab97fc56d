import type { ListField, ListKind } from './list-kinds';

/** Where something stands in the lists. */
export interface Origin {
	readonly file: string;
	/** As a spreadsheet numbers it. */
	readonly row: number;
}

/** How a list names somebody or something that stands elsewhere: by key, e-mail or name. */
export interface Reference {
	readonly text: string;
	/** The list's own key and nothing else. */
	readonly isKey: boolean;
	/** Narrows a student's name. */
	readonly class?: string | null;
}

/** In all that follows `null` means: the list does not say. */
export interface ListedTeacher {
	readonly origin: Origin;
	readonly key: string | null;
	readonly title: string | null;
	readonly givenName: string | null;
	readonly familyName: string;
	readonly email: string | null;
	readonly telephone: string | null;
	readonly pin: string | null;
	readonly subjects: readonly string[] | null;
	readonly room: string | null;
	readonly building: string | null;
	readonly link: string | null;
}

export interface ListedStudent {
	readonly origin: Origin;
	readonly key: string | null;
	readonly givenName: string | null;
	readonly familyName: string;
	readonly yearGroup: string | null;
	readonly homeClass: Reference | null;
}

/** One adult together with one student. The same adult may be listed many times. */
export interface ListedAdult {
	readonly origin: Origin;
	readonly key: string | null;
	readonly givenName: string | null;
	readonly familyName: string | null;
	readonly email: string | null;
	readonly telephone: string | null;
	readonly language: string | null;
	readonly channel: Channel | null;
	readonly address: string | null;
	readonly household: string | null;
	/** A language. */
	readonly interpreter: string | null;
	readonly stepFree: boolean | null;
	readonly student: Reference;
}

/** How an adult wants to be told. */
export const channels = ['email', 'text', 'telephone', 'paper'] as const;
export type Channel = (typeof channels)[number];

export interface ListedClass {
	readonly origin: Origin;
	readonly key: string | null;
	readonly label: string;
}

export interface ListedTeaching {
	readonly origin: Origin;
	readonly class: Reference;
	readonly teacher: Reference;
	readonly subject: string;
}

export interface ListedEnrolment {
	readonly origin: Origin;
	readonly class: Reference;
	readonly student: Reference;
}

export interface ListedInterpreter {
	readonly origin: Origin;
	readonly key: string | null;
	readonly title: string | null;
	readonly givenName: string | null;
	readonly familyName: string;
	readonly email: string | null;
	readonly telephone: string | null;
	readonly languages: readonly string[];
	/** As the school says it; checked against the calendar only when a conference is set up. */
	readonly hours: string | null;
}

/** What a set of lists says, in one shape for all formats. */
export interface RegisterLists {
	/** The kinds that were read; only these can miss somebody. */
	readonly kinds: readonly ListKind[];
	readonly teachers: readonly ListedTeacher[];
	readonly students: readonly ListedStudent[];
	readonly adults: readonly ListedAdult[];
	readonly classes: readonly ListedClass[];
	readonly teaching: readonly ListedTeaching[];
	readonly enrolments: readonly ListedEnrolment[];
	readonly interpreters: readonly ListedInterpreter[];
	readonly faults: readonly ListFault[];
}

/** What is wrong in a row, and where. */
export interface ListFault {
	readonly origin: Origin;
	readonly code: ListFaultCode;
	/** What the column means. */
	readonly field?: ListField;
	/** Its heading in the file. */
	readonly heading?: string;
	/** What stands there. */
	readonly text?: string;
	/** The row that it contradicts, and what stands there. */
	readonly other?: { readonly origin: Origin; readonly text: string };
}

export type ListFaultCode =
	| 'name-missing'
	| 'given-name-missing'
	| 'name-order'
	| 'email-wrong'
	| 'telephone-wrong'
	| 'link-wrong'
	| 'channel-unknown'
	| 'too-long'
	| 'date-for-text'
	| 'formula'
	| 'control-characters'
	| 'class-missing'
	| 'teacher-missing'
	| 'student-missing'
	| 'doubled-key'
	| 'doubled-person'
	| 'rows-differ'
	| 'adult-differs'
	| 'address-of-nobody'
	| 'unknown-student'
	| 'unknown-teacher'
	| 'unknown-class'
	| 'unknown-user'
	| 'several-students'
	| 'several-teachers'
	| 'file-missing'
	| 'column-missing'
	| 'class-without-students'
	| 'teacher-made';

/** Codes that are worth knowing and leave nothing out. */
const NOTES: ReadonlySet<ListFaultCode> = new Set([
	...(['class-without-students', 'teacher-made', 'adult-differs', 'address-of-nobody'] as const),
]);

export const isNote = ({ code }: Pick<ListFault, 'code'>): boolean => NOTES.has(code);
