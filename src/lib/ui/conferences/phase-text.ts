import type { Phase } from '$lib/core/conferences/phase';
import { m } from '$lib/paraglide/messages';

/** What people read about where a conference stands. */
export function phaseText(phase: Phase): string {
	switch (phase) {
		case 'being-prepared':
			return m.phase_being_prepared();
		case 'open':
			return m.phase_open();
		case 'paused':
			return m.phase_paused();
		case 'closed':
			return m.phase_closed();
		case 'today':
			return m.phase_today();
		case 'over':
			return m.phase_over();
	}
}
