import { m } from '$lib/paraglide/messages';

/** What a family is doing; at none of them it looks at what it has. */
export type VisitStep = 'whom' | 'when' | 'visit' | 'move' | 'change';

/** The step in the window's title; `null`: none of its own. */
export function stepText(step: VisitStep | undefined): string | null {
	switch (step) {
		case 'whom':
			return m.step_whom();
		case 'when':
			return m.step_when();
		case 'visit':
		case 'change':
			return m.step_visit();
		case 'move':
			return m.step_move();
		case undefined:
			return null;
	}
}
