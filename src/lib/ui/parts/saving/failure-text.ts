import { m } from '$lib/paraglide/messages';
import { BusyError, OfflineError, RefusedError } from './server-errors';

/** The sentence for a change of which nothing is known but that it failed; what was typed stays. */
export function failureText(error: unknown): string {
	if (error instanceof OfflineError) return m.error_offline_way_on();
	if (error instanceof BusyError) return m.error_busy();
	if (error instanceof RefusedError) return m.saving_refused();
	return m.error_way_on();
}
