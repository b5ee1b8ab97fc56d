import { z } from 'zod/mini';
import { change } from './change';
import { id } from './shapes';
import { says } from './sentence';

/** What an adult may, about one student. */
export interface AdultRight {
	readonly adult: string;
	readonly student: string;
	readonly mayBook: boolean;
	readonly maySee: boolean;
	readonly isTold: boolean;
}

/** Withdraws rights of an adult about a student, or gives them back. */
export const rightChange = change({
	name: 'right.change',
	may: 'safety.see',
	input: z.object({
		adult: id,
		student: id,
		mayBook: z.boolean(),
		maySee: z.boolean(),
		isTold: z.boolean(),
	}),
	leaves: ['safety.right-changed'],
});

/** Keeps two families apart with so many minutes between their visits; `null` lets them meet again. */
export const familiesKeepApart = change({
	name: 'families.keep-apart',
	may: 'safety.see',
	input: z.object({
		family: id,
		other: z.uuid(says('family_merge_choose')),
		margin: z.nullable(z.int().check(z.gte(0), z.lte(240))),
	}),
	leaves: ['safety.apart-changed'],
});
