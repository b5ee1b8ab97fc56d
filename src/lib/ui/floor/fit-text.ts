import type { RefusalCode } from '$lib/core/rules/answer';
import { m } from '$lib/paraglide/messages';

/** Why a slot does not fit a family's visit, for the office. What few may know is *taken*. */
export function fitText(code: RefusalCode): string {
	switch (code) {
		case 'overlaps-own':
		case 'turn-too-short':
		case 'student-elsewhere':
			return m.fit_own();
		case 'taken':
			return m.fit_taken();
		case 'student-limit':
		case 'family-limit':
		case 'desk-day-limit':
			return m.fit_limit();
		case 'no-interpreter':
			return m.fit_no_interpreter();
		case 'not-step-free':
			return m.fit_steps();
		case 'already-arranged':
			return m.fit_already();
		case 'too-short':
			return m.fit_short();
		case 'mode-not-offered':
			return m.fit_mode();
		case 'no-wish-for-this-desk':
			return m.fit_desk();
		case 'past':
			return m.fit_past();
		case 'not-published':
		case 'paused':
		case 'not-open-yet':
		case 'closed':
		case 'too-late':
		case 'too-far-ahead':
		case 'not-of-the-family':
		case 'nobody-comes':
			return m.fit_not_now();
	}
}
