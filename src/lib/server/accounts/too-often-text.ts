import { m } from '$lib/paraglide/messages';

/** The sentence for who has to wait so many seconds before the next attempt. */
export const tooOftenText = (seconds: number): string =>
	seconds <= 90
		? m.too_often_seconds({ count: seconds })
		: m.too_often_minutes({ count: Math.ceil(seconds / 60) });
