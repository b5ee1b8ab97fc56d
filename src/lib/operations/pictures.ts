import { z, type ZodMiniType } from 'zod/mini';
import { change, reasons } from './change';
import { id } from './shapes';

/** Longer than any picture that was made small; signs of base 64. */
const LONGEST = 100_000;

/** Gives a person a picture that was made small, or takes it away. */
export const pictureSet = change({
	name: 'picture.set',
	may: 'picture.set',
	about: ({ person }: { readonly person: string }) => ({ person }),
	input: z.object({
		person: id,
		/** WebP in base 64; `null`: no picture. */
		webp: z.nullable(z.string().check(z.maxLength(LONGEST))),
	}) as ZodMiniType<{ readonly person: string; readonly webp: string | null }>,
	refusal: reasons('unknown'),
	leaves: ['picture.set'],
});
