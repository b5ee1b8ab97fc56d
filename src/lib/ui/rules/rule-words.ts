import type { Contradiction } from '$lib/core/rules/contradictions';
import { m } from '$lib/paraglide/messages';

/** Choices of a piece, with what is set besides the usual ones. */
export function withSet<Value extends number | null>(
	usual: readonly Value[],
	value: Value,
	text: (value: Value) => string,
): (readonly [Value, string])[] {
	const all = usual.includes(value) ? usual : [...usual, value];
	return [...all].sort((a, b) => (a ?? -1) - (b ?? -1)).map((one) => [one, text(one)] as const);
}

/** `3 minutes`, `2 hours`, `5 days` */
export function spanText(minutes: number): string {
	if (minutes > 0 && minutes % 1440 === 0) return m.rules_days({ count: minutes / 1440 });
	if (minutes > 0 && minutes % 60 === 0) return m.rules_hours({ count: minutes / 60 });
	return m.rules_minutes({ count: minutes });
}

/** `2 hours before it begins` */
export const untilText = (minutes: number | null): string =>
	minutes ? m.rules_before_start({ span: spanText(minutes) }) : m.rules_until_start();

export const appointmentsText = (count: number | null): string =>
	count === null ? m.rules_any_number() : m.rules_appointments({ count });

export const reachText = (days: number | null): string => {
	if (days === null) return m.rules_any_day();
	return days === 0 ? m.rules_today() : m.rules_ahead({ count: days });
};

/** What is wrong with rules that cannot be meant together. */
export function contradictionText({ code }: Pick<Contradiction, 'code'>): string {
	switch (code) {
		case 'early-is-not-early':
			return m.rules_early_wrong();
		case 'closes-before-reach':
			return m.rules_reach_wrong();
		case 'furthest-before-first':
			return m.rules_furthest_wrong();
		case 'opens-too-late':
			return m.rules_opens_wrong();
		case 'family-below-student':
			return m.rules_family_wrong();
	}
}
