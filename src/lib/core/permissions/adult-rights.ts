import type { Actor } from './may';

/** What can be withdrawn from an adult about a student: by a court, say. */
export type StudentRight = 'see' | 'book' | 'hear';

/** An adult's rights about a student from which something was withdrawn. */
export interface WithdrawnRight {
	readonly adultId: string;
	readonly studentId: string;
	readonly mayBook: boolean;
	readonly maySee: boolean;
	readonly isTold: boolean;
}

/** Whether whoever acts has a right about every one of some students. */
export type HasRight = (right: StudentRight, students: Iterable<string>) => boolean;

/**
 * The one answer to what an adult may see of a student, book for it, and be told about it; whoever acts
 * for the school is not bound. Who may not see a student has no other right about it.
 */
export function rightsOf(actor: Actor, withdrawn: readonly WithdrawnRight[]): HasRight {
	if (actor.kind !== 'adult') return () => true;
	const own = withdrawn.filter(({ adultId }) => adultId === actor.adult);
	const without: Record<StudentRight, ReadonlySet<string>> = {
		see: studentsOf(own.filter(({ maySee }) => !maySee)),
		book: studentsOf(own.filter(({ maySee, mayBook }) => !maySee || !mayBook)),
		hear: studentsOf(own.filter(({ maySee, isTold }) => !maySee || !isTold)),
	};
	return (right, students) => [...students].every((student) => !without[right].has(student));
}

const studentsOf = (rights: readonly WithdrawnRight[]): ReadonlySet<string> =>
	new Set(rights.map(({ studentId }) => studentId));
