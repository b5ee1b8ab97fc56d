import { groupBy } from '../group-by';
import type { LocalDate } from '../time/local-of';
import { firstRefusal, type Answer } from './answer';
import type { Rules } from '../snapshot/rules';
import type { ConferenceFacts, Desk } from '../snapshot/snapshot';

/** An appointment as limits count it. */
export interface Counted {
	readonly desk: string;
	/** `null`: of another household nobody needs to know when. */
	readonly date: LocalDate | null;
	readonly students: readonly string[];
	/** Another household of one of the students booked it. */
	readonly otherHousehold?: boolean;
}

/** What is there already: the family's own, other households' about its students, and by desk and date. */
export interface CountedBefore {
	readonly own: readonly Counted[];
	readonly others: readonly Counted[];
	/** How many appointments a desk has on a date, of whomever. */
	atDesk(desk: string, date: LocalDate): number;
}

/** Whether one more appointment keeps all limits, beside those that are there or come with it. */
export const isWithinLimits = (rules: Rules, entry: Counted, before: CountedBefore): Answer =>
	firstRefusal(
		() => isFirstAtDesk(rules, entry, before),
		() => isWithinStudentLimit(rules, entry, before),
		() => isWithinFamilyLimit(rules, before),
		() => isWithinDeskDay(rules, entry, before),
	);

/** One appointment for a student and desk; where one is enough for all households, of all of them. */
function isFirstAtDesk(rules: Rules, { desk, students }: Counted, before: CountedBefore): Answer {
	const counted = [
		...(rules.oncePerDesk ? before.own : []),
		...(rules.households === 'together' ? before.others : []),
	];
	const isTwice = counted.some(
		(other) => other.desk === desk && other.students.some((student) => students.includes(student)),
	);
	return isTwice ? { code: 'already-arranged' } : 'yes';
}

function isWithinStudentLimit(
	{ perStudent, households }: Rules,
	{ students }: Counted,
	before: CountedBefore,
): Answer {
	if (perStudent === null) return 'yes';
	const counted = [...before.own, ...(households === 'together' ? before.others : [])];
	const full = students.find(
		(student) => counted.filter((other) => other.students.includes(student)).length >= perStudent,
	);
	return full ? { code: 'student-limit', student: full, limit: perStudent } : 'yes';
}

const isWithinFamilyLimit = ({ perFamily }: Rules, { own }: CountedBefore): Answer =>
	perFamily !== null && own.length >= perFamily
		? { code: 'family-limit', limit: perFamily }
		: 'yes';

/** How many appointments a desk takes on one date; `null`: as many as it has slots. */
export const deskDayLimit = (
	{ rules }: Pick<ConferenceFacts, 'rules'>,
	desk: Pick<Desk, 'rules'>,
): number | null => desk.rules.perDay ?? rules.perDeskDay;

const isWithinDeskDay = (
	{ perDeskDay }: Rules,
	{ desk, date }: Counted,
	before: CountedBefore,
): Answer =>
	perDeskDay !== null && date !== null && before.atDesk(desk, date) >= perDeskDay
		? { code: 'desk-day-limit', date, limit: perDeskDay }
		: 'yes';

/** How many appointments each desk has on each date, as `CountedBefore` asks for it. */
export function deskDayCounts(
	appointments: readonly Pick<Counted, 'desk' | 'date'>[],
): CountedBefore['atDesk'] {
	const counts = groupBy(appointments, ({ desk, date }) => `${desk}/${date}`);
	return (desk, date) => counts.get(`${desk}/${date}`)?.length ?? 0;
}
