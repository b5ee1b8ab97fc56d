import { z } from 'zod';
import { says, type Sentence } from './sentence';

/** Texts that people type, with the sentences that say what is wrong with them. */

/** A text in one line; empty for nothing. */
export const line = (longest: number) => z.string().trim().max(longest, says('text_too_long'));

/** A text that must be there. */
export const needed = (longest: number, missing: Sentence) => line(longest).min(1, says(missing));

/** Several short texts; one line may hold many of them, with semicolons between. */
export const severalTexts = (longest: number) =>
	z
		.array(z.string())
		.overwrite((lines) =>
			lines
				.flatMap((typed) => typed.split(';'))
				.map((text) => text.trim())
				.filter(Boolean),
		)
		.refine((texts) => texts.every((text) => text.length <= longest), says('text_too_long'));

/** An e-mail address, or nothing. */
export const emailOrNone = z.union([z.literal(''), z.email(says('email_wrong'))]);
