import { z, type ZodMiniType } from 'zod/mini';
import { isWebLink } from '../core/links/web-link';
import { channels } from '../core/register/register-lists';
import { change, reasons } from './change';
import { id, version } from './shapes';
import { emailOrNone, line, needed, severalTexts } from './typed-text';
import { says } from './sentence';

/** What the office changes of people: those who receive, and families. */

const list = severalTexts(120).check(z.maxLength(40, says('text_too_long')));

const person = {
	title: line(40),
	givenName: line(120),
	familyName: needed(120, 'person_family_missing'),
	email: emailOrNone,
	telephone: line(40),
	pin: line(20),
	subjects: list,
	room: line(80),
	building: line(80),
	link: z.union([
		z.literal(''),
		z.string().check(z.trim(), z.refine(isWebLink, says('desk_link_wrong'))),
	]),
	languages: list,
	hours: line(300),
};

/** A teacher or interpreter as it is typed. Empty texts are nothing. */
export type PersonInput = Readonly<
	Record<Exclude<keyof typeof person, 'subjects' | 'languages'>, string> &
		Record<'subjects' | 'languages', readonly string[]>
>;

export type PersonKind = 'teacher' | 'interpreter';

export const personAdd = change({
	name: 'person.add',
	may: 'register.change',
	input: z.object({ kind: z.enum(['teacher', 'interpreter']), ...person }) as ZodMiniType<
		PersonInput & { readonly kind: PersonKind }
	>,
	done: z.object({ id }),
	refusal: reasons('email-taken'),
	leaves: ['register.changed'],
	undoneBy: 'register.undo',
});

export const personChange = change({
	name: 'person.change',
	may: 'register.change',
	/** `version` is the one that the editor saw. */
	input: z.object({ id, version, ...person }) as ZodMiniType<
		PersonInput & { readonly id: string; readonly version: number }
	>,
	refusal: reasons('email-taken', 'changed-meanwhile'),
	leaves: ['register.changed'],
	undoneBy: 'register.undo',
});

/** Marks somebody as left, or as here again. Nobody is deleted. */
export const leftSet = change({
	name: 'left.set',
	may: 'register.change',
	input: z.object({ who: z.enum(['person', 'student']), id, hasLeft: z.boolean() }),
	leaves: ['register.regrouped'],
	undoneBy: 'register.undo',
});

export interface FamilyInput {
	readonly label: string;
	readonly address: string;
	/** The language of an interpreter; empty for none. */
	readonly interpreter: string;
	readonly stepFree: boolean;
}

export const familyChange = change({
	name: 'family.change',
	may: 'register.change',
	input: z.object({
		id,
		version,
		label: needed(120, 'family_label_missing'),
		address: line(300),
		interpreter: line(80),
		stepFree: z.boolean(),
	}),
	refusal: reasons('changed-meanwhile'),
	leaves: ['register.changed'],
	undoneBy: 'register.undo',
});

const adult = {
	givenName: line(120),
	familyName: line(120),
	email: emailOrNone,
	telephone: line(40),
	language: line(80),
	channel: z.enum(channels),
	/** The teacher who this adult is as well; empty for none. */
	personId: z.union([z.literal(''), id]),
};
export type AdultInput = Readonly<z.output<z.ZodMiniObject<typeof adult>>>;

const adultRefusal = reasons('changed-meanwhile', 'teacher-taken', 'teacher-busy');

/**
 * Adds an adult to a family, or changes one. `teacher-busy`: as a teacher the adult is taken at the time of
 * one of its own appointments.
 */
export const adultChange = change({
	name: 'adult.change',
	may: 'register.change',
	input: z.object({ family: id, id: z.nullable(id), version, ...adult }),
	refusal: adultRefusal,
	leaves: ['register.changed'],
	undoneBy: 'register.undo',
});

/** A student by hand, with the class as people write it; empty for none. */
const newStudent = z.object({
	givenName: line(120),
	familyName: needed(120, 'person_family_missing'),
	/** Empty: it follows the class. */
	yearGroup: line(80),
	class: line(40),
	/** Whether it was said that this is not the student of the same name. */
	isAnother: z.boolean(),
});
export type NewStudent = Readonly<z.output<typeof newStudent>>;

const { personId: _personId, channel: _channel, ...newAdult } = adult;
/** Where a new student lives: with a family that is known, or with a new one. */
const newHome = z.union([
	z.object({ familyId: id }),
	z.object({ address: line(300), adult: z.object(newAdult) }),
]);

export const studentAdd = change({
	name: 'student.add',
	may: 'register.change',
	input: z.object({ student: newStudent, home: newHome }),
	done: z.object({ student: id, family: id }),
	/** `namesake`: somebody of this name is at the school; it must be said that this is another one. */
	refusal: reasons('namesake', 'no-family'),
	leaves: ['register.regrouped'],
	undoneBy: 'register.undo',
});

export const studentChange = change({
	name: 'student.change',
	may: 'register.change',
	input: z.object({
		id,
		version,
		givenName: line(120),
		familyName: needed(120, 'person_family_missing'),
		yearGroup: line(80),
		homeClass: z.nullable(id),
	}),
	refusal: reasons('changed-meanwhile'),
	leaves: ['register.regrouped'],
	undoneBy: 'register.undo',
});

/** Says that a student's families meet a teacher, or do not, whatever follows from classes. */
export const meetingExcept = change({
	name: 'meeting.except',
	may: 'register.change',
	input: z.object({
		student: id,
		person: z.uuid(says('desk_teacher_missing')),
		exception: z.nullable(z.enum(['also', 'not'])),
	}),
	leaves: ['register.regrouped'],
	undoneBy: 'register.undo',
});

const another = z.uuid(says('family_merge_choose'));

/** Makes two families one household; `gone` is no more. */
export const familyMerge = change({
	name: 'family.merge',
	may: 'register.change',
	input: z.object({ kept: id, gone: another }),
	leaves: ['family.merged'],
	undoneBy: 'register.undo',
});

export interface SplitRequest {
	readonly family: string;
	readonly adults: readonly string[];
	readonly students: readonly string[];
	/** Students of these who stay in the old household as well. */
	readonly inBoth: readonly string[];
}

/** Makes a second household of some adults and students of a family. */
export const familySplit = change({
	name: 'family.split',
	may: 'register.change',
	input: z.object({
		family: id,
		adults: z.array(id),
		students: z.array(id),
		inBoth: z.array(id),
	}) as ZodMiniType<SplitRequest>,
	done: z.object({ id }),
	/** Both households need an adult and a student. */
	refusal: reasons('nobody-left'),
	leaves: ['family.split'],
	undoneBy: 'register.undo',
});

/** Makes a family nameless. It cannot be undone. */
export const familyErase = change({
	name: 'family.erase',
	may: 'register.change',
	input: z.object({ family: id, label: line(120) }),
	/** Its name has to be typed. */
	refusal: reasons('another-name'),
	leaves: ['family.erased'],
});

/** Takes the last act on the register back. */
export const registerUndo = change({
	name: 'register.undo',
	may: 'register.change',
	input: z.object({ act: id }),
	/** `relied-upon`: a family that it made has booked, or a row has been changed since. */
	refusal: reasons('relied-upon', 'not-the-last'),
	leaves: ['register.undone'],
});

/** What an adult corrects of its own. */
export const ownFactsChange = change({
	name: 'adult.own-facts',
	may: 'adult.own',
	about: ({ adult }: { readonly adult: string }) => ({ adult }),
	input: z.object({ adult: id, version, telephone: line(60), language: line(60) }),
	refusal: reasons('changed-meanwhile'),
	leaves: ['adult.changed'],
});

/** Asks to be written to at another address, which counts once it is proved. */
export const ownEmailAsk = change({
	name: 'adult.email-ask',
	may: 'adult.own',
	about: ({ adult }: { readonly adult: string }) => ({ adult }),
	input: z.object({ adult: id, email: z.email(says('email_wrong')) }),
	done: z.object({ act: id }),
	leaves: ['adult.changed'],
});

/** Confirms that address by the link that was sent there. */
export const ownEmailProve = change({
	name: 'adult.email-prove',
	may: 'time.passes',
	input: z.object({ token: z.string().check(z.maxLength(200)) }),
	done: z.object({ act: id }),
	refusal: reasons('wrong-proof'),
	leaves: ['adult.changed'],
});
