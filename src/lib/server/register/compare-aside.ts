import { runAside, type AsideLimits } from '../foundation/aside/run-aside';
import source from './compare-lists.worker?node-worker';
import type { ComparedLists, ListsInput } from './compared-lists';

/** The lists cannot be compared in the time and memory that there is for it; nothing was written. */
export class ListsTooLargeError extends Error {
	override readonly name = 'ListsTooLargeError';
}

/** A hundred thousand rows take some fifteen seconds. */
const LIMITS: AsideLimits = { deadline: 120_000, memory: 2048 };

/**
 * Reads lists and compares them with the register, beside the server. Throws `ListsTooLargeError` when
 * it would take too much.
 */
export async function compareAside<Wanted extends ListsInput['wanted']>(
	input: ListsInput & { readonly wanted: Wanted },
	onProgress?: (part: number) => void,
): Promise<{ readonly ok: false } | Extract<ComparedLists, { wanted: Wanted }>> {
	const options = onProgress ? { ...LIMITS, onProgress } : LIMITS;
	const result = await runAside<ListsInput, ComparedLists>(source, input, options);
	if (!result.ok) throw new ListsTooLargeError(result.reason);
	return result.answer as { ok: false } | Extract<ComparedLists, { wanted: Wanted }>;
}
