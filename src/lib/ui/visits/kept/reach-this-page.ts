import { BusyError, OfflineError } from '../../parts/saving/server-errors';

/**
 * Asks for this page, the way that a reload would go: a phone that is back in the network may reach a server whose
 * pages do not come through yet. Throws `OfflineError` or `BusyError` as long as they do not.
 */
export async function reachThisPage(): Promise<void> {
	const answer = await fetch(location.href).catch((cause: unknown) => {
		throw new OfflineError('', { cause });
	});
	if (answer.status >= 500) throw new BusyError('');
}
