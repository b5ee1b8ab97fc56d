import type { FindingKind, Thing } from '$lib/core/readiness/finding';
import type { ContradictionCode } from '$lib/core/rules/contradictions';
import type { ReadFinding } from '$lib/operations/readiness';
import { m } from '$lib/paraglide/messages';
import { listText, localDateText, momentText } from '$lib/ui/parts/format/when';
import { contradictionText } from '$lib/ui/rules/rule-words';

/** So many names stand in a sentence; of the others it is told how many they are. */
const MOST_NAMES = 6;

export const namesText = (names: readonly string[]): string =>
	names.length <= MOST_NAMES
		? listText(names)
		: m.open_and_more({
				names: names.slice(0, MOST_NAMES).join(', '),
				count: names.length - MOST_NAMES,
			});

const namesOf = ({ about }: ReadFinding, thing?: Thing): string[] =>
	about.filter((entry) => thing === undefined || entry.thing === thing).map(({ name }) => name);

/** What was found, as one says it to a colleague. */
export function findingText(finding: ReadFinding, zone: string): string {
	const { kind, numbers, what } = finding;
	const all = { names: namesText(namesOf(finding)), count: finding.about.length };
	const families = namesOf(finding, 'family');
	const ofFamilies = {
		names: namesText(families),
		count: families.length,
		desks: namesText(namesOf(finding, 'desk')),
	};
	switch (kind) {
		case 'rules-contradict':
			return contradictionText({ code: what as ContradictionCode });
		case 'opening-missed':
			return m.finding_opening_missed({ moment: momentText(numbers.moment!, zone) });
		case 'no-desks':
			return m.finding_no_desks();
		case 'no-times':
			return m.finding_no_times(all);
		case 'no-place':
			return m.finding_no_place(all);
		case 'bad-link':
			return m.finding_bad_link(all);
		case 'clash':
			return clashText(what, all);
		case 'teacher-without-desk':
			return m.finding_teacher_without_desk(all);
		case 'class-without-teacher':
			return m.finding_class_without_teacher(all);
		case 'unreceived':
			return m.finding_unreceived(all);
		case 'shortage':
			return finding.about.length === 1
				? m.finding_shortage({ ...all, slots: numbers.slots! })
				: m.finding_shortage_group({ ...all, slots: numbers.slots! });
		case 'never-step-free':
			return m.finding_never_step_free(ofFamilies);
		case 'never-interpreted':
			return m.finding_never_interpreted(ofFamilies);
		case 'never-long-enough':
			return m.finding_never_long(ofFamilies);
		case 'over-limit':
			return m.finding_over_limit(ofFamilies);
		case 'never-all':
			return m.finding_never_all(ofFamilies);
		case 'never-apart':
			return m.finding_never_apart(all);
		case 'unreachable':
			return m.finding_unreachable(all);
		case 'email-malformed':
			return m.finding_email_malformed(all);
		case 'email-doubled':
			return m.finding_email_doubled(all);
		case 'email-missing':
			return m.finding_email_missing(all);
		case 'email-unconfirmed':
			return m.finding_email_unconfirmed(all);
		case 'steps-unknown':
			return m.finding_steps_unknown(all);
		case 'walk-too-long':
			return m.finding_walk_too_long({
				...all,
				minutes: numbers.minutes!,
				families: numbers.families!,
			});
		case 'odd-hours':
			return m.finding_odd_hours({
				names: namesText(finding.about.map(({ id }) => localDateText(id))),
			});
		case 'on-holiday':
			return m.finding_on_holiday({
				names: namesText(finding.about.map(({ id }) => localDateText(id))),
				holiday: finding.what ?? '',
			});
		case 'question-unasked':
			return m.finding_question_unasked(all);
		case 'nobody-books':
			return m.finding_nobody_books(all);
	}
}

function clashText(code: string | null, all: { names: string; count: number }): string {
	switch (code) {
		case 'teacher-twice':
			return m.finding_teacher_twice(all);
		case 'room-full':
			return m.finding_room_full(all);
		case 'busy-over-booked':
			return m.finding_busy(all);
		case 'not-step-free':
			return m.finding_steps(all);
		case 'student-twice':
			return m.finding_student_twice(all);
		case 'no-time-to-walk':
			return m.finding_walk(all);
		default:
			return m.finding_outside(all);
	}
}

/** What several findings of one kind have in common; `null`: each says all by itself. */
export function kindText(kind: FindingKind, count: number): string | null {
	switch (kind) {
		case 'shortage':
			return m.finding_shortage_many({ count });
		case 'walk-too-long':
			return m.finding_walk_many();
		default:
			return null;
	}
}

/** What would help, where the program knows it. */
export function helpText({ kind, numbers }: ReadFinding): string | null {
	if (kind !== 'shortage') return null;
	const { minutes = 0 } = numbers;
	const span = spanText(minutes);
	return m.finding_shortage_help({ span });
}

/** `50 minutes`, `2 hours`, `3 h 40 min` */
function spanText(minutes: number): string {
	const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
	if (hours === 0) return m.finding_span_minutes({ minutes });
	return rest === 0 ? m.finding_span_hours({ hours }) : m.finding_span({ hours, minutes: rest });
}
