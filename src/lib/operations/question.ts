import type { z } from 'zod/mini';
import type { Act, Subject } from '../core/permissions/may';

/** A question that a page asks while it is open. Nothing is changed by it. */
export interface Question<In, Answer> {
	readonly name: string;
	readonly may: Act;
	readonly about: (input: In) => Subject;
	readonly input: z.core.$ZodType<In>;
	readonly answer: z.core.$ZodType<Answer>;
}

/** Declares a question about the school as a whole, unless it says whom it is about. */
export const question = <In, Answer>(
	declared: Omit<Question<In, Answer>, 'about'> & Partial<Pick<Question<In, Answer>, 'about'>>,
): Question<In, Answer> => ({ about: () => ({}), ...declared });
