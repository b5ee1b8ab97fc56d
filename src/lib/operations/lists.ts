import { z, type ZodMiniType } from 'zod/mini';
import type { ListsPreview } from '../core/register/lists-preview';
import { change } from './change';
import { id } from './shapes';

/** Reading lists into the register. */

/**
 * What reading would do. It can hold a hundred thousand lines and comes from the program itself: only what says
 * that it is one is looked at.
 */
export const listsPreview = z.looseObject({
	difference: z.looseObject({ lines: z.array(z.unknown()) }),
	seen: z.string(),
}) as unknown as ZodMiniType<ListsPreview>;

/** Lists as a page sent them (JSON), whose progress somebody may want to follow (a part of 1). */
export interface ListsBody {
	readonly body: Uint8Array;
	readonly onProgress?: ((part: number) => void) | undefined;
}

/** Reads the lists into the register, if they do just what was seen. */
export const listsRead = change({
	name: 'lists.read',
	may: 'register.change',
	input: z.custom<ListsBody>(),
	done: z.object({ act: id, lines: z.int() }),
	refusal: z.union([
		/** The body is none that the page would send. */
		z.object({ reason: z.literal('no-lists') }),
		/**
		 * The register or the lists are no longer what was seen; rows have faults; many would leave; several
		 * rows are one student.
		 */
		z.object({
			reason: z.enum(['not-as-seen', 'faults', 'unreadable', 'many-leave', 'rows-joined']),
			preview: listsPreview,
		}),
	]),
	leaves: ['register.lists-read'],
	undoneBy: 'register.undo',
});
