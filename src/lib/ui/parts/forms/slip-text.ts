import type { Slip } from '$lib/core/slots/typed-hours';
import { m } from '$lib/paraglide/messages';

/** The sentence for a slip of the hand. */
export function slipText(code: Slip['code']): string {
	switch (code) {
		case 'end-before-start':
			return m.hours_end_before_start();
		case 'over-midnight':
			return m.hours_over_midnight();
		case 'morning-for-evening':
			return m.hours_small();
		case 'date-past':
			return m.hours_past();
	}
}
