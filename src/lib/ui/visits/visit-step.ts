import { m } from '$lib/paraglide/messages';

/** What a family is doing; at none of them it looks at what it has. */
const steps = ['whom', 'when', 'visit', 'questions', 'move'] as const;
export type VisitStep = (typeof steps)[number];

/** Where a family is on its page. */
export interface VisitPlace {
	readonly step?: VisitStep | undefined;
	/** Which appointment it moves. */
	readonly appointment?: string | undefined;
	/** It plans its whole visit anew, and would give up what it has. */
	readonly isChange?: boolean | undefined;
	/** At which desk it came to be received, by that desk's own link. */
	readonly desk?: string | undefined;
}

/** The place that an address names. */
export const placeIn = ({ searchParams }: URL): VisitPlace => ({
	step: steps.find((step) => step === searchParams.get('step')),
	appointment: searchParams.get('appointment') ?? undefined,
	isChange: searchParams.has('change'),
	desk: searchParams.get('desk') ?? undefined,
});

/** The address of a place on the page, beside what else stands in it. */
export function addressOf({ step, appointment, isChange, desk }: VisitPlace, page: URL): string {
	const parts = new URLSearchParams(page.search);
	for (const [name, value] of Object.entries({
		step,
		appointment,
		change: isChange ? '' : undefined,
		desk,
	}))
		if (value === undefined) parts.delete(name);
		else parts.set(name, value);
	return `${page.pathname}?${parts}`.replace(/\?$/, '');
}

/** The step in the window's title; `null`: none of its own. */
export function stepText(step: VisitStep | undefined): string | null {
	switch (step) {
		case 'whom':
			return m.step_whom();
		case 'when':
			return m.step_when();
		case 'visit':
			return m.step_visit();
		case 'questions':
			return m.step_questions();
		case 'move':
			return m.step_move();
		case undefined:
			return null;
	}
}
