import type { ClientInit, HandleClientError } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { getLocale, overwriteGetLocale } from '$lib/paraglide/runtime';
import { warmings } from '$lib/ui/parts/format/when';

// Another language comes with another page; the cookie need not be read for every sentence.
const locale = getLocale();
overwriteGetLocale(() => locale);

/** Lets the browser paint, and answer a finger. */
const rest = () => new Promise<void>((resolve) => setTimeout(resolve));

/**
 * The program is read: before it takes the page over, what takes longest to make is made, each by itself; so is
 * what checks answers, which every page needs.
 */
export const init: ClientInit = async () => {
	for (const warm of warmings) {
		await rest();
		warm();
	}
	await import('$lib/ui/parts/saving/ask-server').catch(() => undefined);
	await rest();
};

/** A browser says in these words, or in others, that nothing came back: it is a TypeError in all of them. */
const isLost = (error: unknown): boolean =>
	!navigator.onLine || (error instanceof TypeError && /fetch|network|load/i.test(error.message));

/** What a page says that could not be shown. */
export const handleError: HandleClientError = ({ error, status }) => {
	if (isLost(error)) return { message: m.error_offline(), wayOn: m.error_offline_way_on() };
	return { message: status === 404 ? m.error_not_found() : m.error_unexpected() };
};
