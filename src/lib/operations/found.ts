import { z } from 'zod/mini';
import { question } from './question';
import { id } from './shapes';

/** Finding somebody in the register by a few letters. */

const text = z.string().check(z.maxLength(100));

const foundFamily = z.object({
	id,
	label: z.string(),
	address: z.string(),
	/** Names, each with its e-mail where there is one. */
	adults: z.array(z.string()),
	/** Names with classes. */
	students: z.array(z.string()),
});
/** A family with everything that tells it from others of the same name. */
export type FoundFamily = Readonly<z.output<typeof foundFamily>>;

/** Families for the typed words, the best first; without the one that is asked from. */
export const familiesFind = question({
	name: 'families.find',
	may: 'register.see',
	input: z.object({ text, except: z.nullable(id) }),
	answer: z.array(foundFamily),
});

const found = z.object({
	kind: z.enum(['teacher', 'interpreter', 'student', 'family']),
	id,
	name: z.string(),
	about: z.nullable(z.string()),
});
/** Somebody in the register. */
export type Found = Readonly<z.output<typeof found>>;

/** The best few teachers, students and families for the typed words. */
export const peopleFind = question({
	name: 'people.find',
	may: 'register.see',
	input: z.object({ text }),
	answer: z.array(found),
});

const foundForOffice = z.object({
	kind: z.enum(['family', 'desk']),
	id,
	name: z.string(),
	/** Who belongs to it, so that namesakes can be told apart. */
	about: z.string(),
});
/** A family, or a desk of a conference. */
export type FoundForOffice = Readonly<z.output<typeof foundForOffice>>;

/** The best few families and desks of a conference for the typed words: of students, adults, teachers, subjects. */
export const officeFind = question({
	name: 'office.find',
	may: 'families.see',
	input: z.object({ conferenceId: id, text }),
	answer: z.array(foundForOffice),
});
