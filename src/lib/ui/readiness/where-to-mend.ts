import type { FindingKind } from '$lib/core/readiness/finding';
import { m } from '$lib/paraglide/messages';

/** Where a finding is mended. */
export interface Way {
	readonly href: string;
	readonly text: string;
}

/** The page on which a finding of a kind is mended; `base` is the conference's own address. */
export function whereToMend(kind: FindingKind, base: string): Way {
	switch (kind) {
		case 'rules-contradict':
		case 'over-limit':
		case 'never-long-enough':
			return { href: `${base}/rules`, text: m.readiness_at_rules() };
		case 'opening-missed':
			return { href: `${base}/open`, text: m.readiness_at_open() };
		case 'question-unasked':
			return { href: `${base}/questions`, text: m.readiness_at_questions() };
		case 'odd-hours':
		case 'on-holiday':
			return { href: `${base}/basics`, text: m.readiness_at_basics() };
		case 'class-without-teacher':
			return { href: '/office/people/classes', text: m.readiness_at_classes() };
		case 'unreceived':
			return { href: '/office/people/students', text: m.readiness_at_students() };
		case 'never-interpreted':
			return { href: '/office/people/interpreters', text: m.readiness_at_interpreters() };
		case 'never-apart':
		case 'unreachable':
		case 'email-malformed':
		case 'email-doubled':
			return { href: '/office/people/families', text: m.readiness_at_families() };
		case 'email-missing':
		case 'email-unconfirmed':
			return { href: '/office/people/teachers', text: m.readiness_at_people() };
		case 'steps-unknown':
		case 'never-step-free':
		case 'walk-too-long':
			return { href: '/office/rooms', text: m.readiness_at_rooms() };
		case 'no-desks':
		case 'no-times':
		case 'no-place':
		case 'bad-link':
		case 'clash':
		case 'teacher-without-desk':
		case 'shortage':
		case 'never-all':
		case 'nobody-books':
			return { href: `${base}/desks`, text: m.readiness_at_desks() };
	}
}
