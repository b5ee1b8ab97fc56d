import type { ConferenceFacts } from '../snapshot/snapshot';
import { localOf, MINUTE, type LocalDate } from '../time/local-of';
import { addDays } from '../time/local-time';
import { firstRefusal, type Answer } from './answer';

/** Who asks. The office, with a family on the telephone, is bound by what is possible, not by dates. */
export interface Booker {
	readonly office: boolean;
	/** A teacher asked to see this family. */
	readonly asked: boolean;
}

/** Whether anything can be booked at the conference at `now`. */
export function isOpen(conference: ConferenceFacts, booker: Booker, now: number): Answer {
	const { publishedAt, pausedAt, withdrawnAt, opensAt, closesAt, rules } = conference;
	if (publishedAt === null || withdrawnAt !== null) return { code: 'not-published' };
	if (booker.office) return 'yes';
	if (pausedAt !== null) return { code: 'paused' };
	const opens = booker.asked ? (earlier(rules.earlyOpensAt, opensAt) ?? opensAt) : opensAt;
	if (opens !== null && now < opens) return { code: 'not-open-yet', opensAt: opens };
	if (closesAt !== null && now >= closesAt) return { code: 'closed', closesAt };
	return 'yes';
}

const earlier = (a: number | null, b: number | null): number | null =>
	a !== null && b !== null ? Math.min(a, b) : null;

/** A slot as its rules see it. */
interface When {
	readonly start: number;
	readonly date: LocalDate;
}

/** Whether a slot may still, and may already, be booked at `now`: not its seat, only its time. */
export const isInTime = (
	conference: ConferenceFacts,
	slot: When,
	booker: Booker,
	now: number,
): Answer =>
	firstRefusal(
		() => isAhead(slot, now),
		() => (booker.office ? 'yes' : isBefore(slot, conference.rules.latestMinutes, now)),
		() => (booker.office ? 'yes' : isNear(conference, slot, now)),
	);

/** Until when a family may change or cancel an appointment itself. */
export const changeableUntil = (
	{ rules }: Pick<ConferenceFacts, 'rules'>,
	{ start }: { readonly start: number },
): number => start - (rules.changeMinutes ?? 0) * MINUTE;

/** Whether an appointment may still be changed or cancelled at `now`. */
export const isChangeable = (
	conference: ConferenceFacts,
	appointment: { readonly start: number },
	booker: Booker,
	now: number,
): Answer =>
	firstRefusal(
		() => isAhead(appointment, now),
		() => (booker.office ? 'yes' : isBefore(appointment, conference.rules.changeMinutes, now)),
	);

const isAhead = ({ start }: { readonly start: number }, now: number): Answer =>
	start <= now ? { code: 'past' } : 'yes';

/** The latest moment, so many minutes before the start. */
function isBefore(
	{ start }: { readonly start: number },
	minutes: number | null,
	now: number,
): Answer {
	const until = start - (minutes ?? 0) * MINUTE;
	return minutes !== null && now > until ? { code: 'too-late', until } : 'yes';
}

/** The furthest day, fixed or so many days from today. */
function isNear({ rules, timeZone }: ConferenceFacts, { date }: When, now: number): Answer {
	const rolling =
		rules.rollingDays === null ? null : addDays(localOf(now, timeZone).date, rules.rollingDays);
	const [until] = [rules.furthestDate, rolling].filter((day) => day !== null).sort();
	return until !== undefined && date > until ? { code: 'too-far-ahead', until } : 'yes';
}
