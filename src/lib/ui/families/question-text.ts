import type { FamilyQuestion } from '$lib/operations/families';
import { m } from '$lib/paraglide/messages';

const TEXTS: Readonly<Record<FamilyQuestion, () => string>> = {
	all: m.families_q_all,
	'not-booked': m.families_q_not_booked,
	partly: m.families_q_partly,
	waiting: m.families_q_waiting,
	asked: m.families_q_asked,
	'no-email': m.families_q_no_email,
	interpreter: m.families_q_interpreter,
	'step-free': m.families_q_step_free,
	'never-opened': m.families_q_never_opened,
	changed: m.families_q_changed,
};

/** A ready-made question about families. */
export const questionText = (question: FamilyQuestion): string => TEXTS[question]();
