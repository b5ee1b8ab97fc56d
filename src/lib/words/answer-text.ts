import type { AnswerValue } from '../core/questions/booking-question';
import { dateLocaleOf } from '../core/time/written-time';
import { m } from '$lib/paraglide/messages';
import { getLocale } from '$lib/paraglide/runtime';

/** An answer as people read it. */
export function answerText(value: AnswerValue): string {
	if (typeof value === 'string') return value;
	if (typeof value === 'boolean') return value ? m.asked_yes() : m.asked_no();
	return new Intl.ListFormat(dateLocaleOf(getLocale()), { type: 'conjunction' }).format(value);
}
