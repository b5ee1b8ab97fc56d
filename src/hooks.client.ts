import type { HandleClientError } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';

/** A browser says in these words, or in others, that nothing came back: it is a TypeError in all of them. */
const isLost = (error: unknown): boolean =>
	!navigator.onLine || (error instanceof TypeError && /fetch|network|load/i.test(error.message));

/** What a page says that could not be shown. */
export const handleError: HandleClientError = ({ error, status }) => {
	if (isLost(error)) return { message: m.error_offline(), wayOn: m.error_offline_way_on() };
	return { message: status === 404 ? m.error_not_found() : m.error_unexpected() };
};
