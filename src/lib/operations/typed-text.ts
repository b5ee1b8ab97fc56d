import { z } from 'zod/mini';
import { says, type Sentence } from './sentence';

/** Texts that people type, with the sentences that say what is wrong with them. */

/** A text in one line; empty for nothing. */
export const line = (longest: number) =>
	z.string().check(z.trim(), z.maxLength(longest, says('text_too_long')));

/** A text that must be there. */
export const needed = (longest: number, missing: Sentence) =>
	line(longest).check(z.minLength(1, says(missing)));

/** Several short texts; one line may hold many of them, with semicolons between. */
export const severalTexts = (longest: number) =>
	z.array(z.string()).check(
		z.overwrite((lines) =>
			lines
				.flatMap((typed) => typed.split(';'))
				.map((text) => text.trim())
				.filter(Boolean),
		),
		z.refine((texts) => texts.every((text) => text.length <= longest), says('text_too_long')),
	);

/** An e-mail address, or nothing. */
export const emailOrNone = z.union([z.literal(''), z.email(says('email_wrong'))]);
