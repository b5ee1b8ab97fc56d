import type { ActKind } from '$lib/operations/act-kinds';
import type { Doer, Happening } from '$lib/operations/happened';
import { m } from '$lib/paraglide/messages';
import { listText, momentSpanText, momentText } from '../parts/format/when';

/** Who did something, by name where there is one. */
export function doerText({ kind, name }: Doer): string {
	if (name) return name;
	switch (kind) {
		case 'office':
			return m.doer_office();
		case 'teacher':
			return m.doer_teacher();
		case 'family':
			return m.doer_family();
		case 'program':
			return m.doer_program();
	}
}

/** What became of appointments, one after the other. */
function appointmentsText({ appointments }: Happening, zone: string): string {
	const times = appointments.flatMap(({ from, to }) => to ?? from ?? []).sort((a, b) => a - b);
	if (appointments.length > MOST_APPOINTMENTS)
		return m.happened_many({
			count: appointments.length,
			span: momentSpanText(times[0]!, times.at(-1)!, zone),
		});
	return listText(
		appointments.map(({ desk, students, from, to }) => {
			const about = { teacher: desk, students: listText(students) };
			if (from !== null && to !== null && from !== to)
				return m.happened_moved({
					...about,
					from: momentText(from, zone),
					to: momentText(to, zone),
				});
			return m.happened_at({ ...about, time: momentText(to ?? from ?? 0, zone) });
		}),
	);
}

const seatsText = ({ seats }: Happening, zone: string): string =>
	listText(
		seats
			.slice(0, MOST_SEATS)
			.map(({ desk, start }) => m.happened_seat({ desk, time: momentText(start, zone) })),
	);

/** Of more appointments their number is said, and the first and the last time. */
const MOST_APPOINTMENTS = 3;
/** Of more seats only their number is said. */
const MOST_SEATS = 3;

interface Facts {
	readonly who: string;
	readonly family: string;
	readonly what: string;
	readonly count: number;
}

const WORDS: Partial<Record<ActKind, (facts: Facts) => string>> = {
	'visit.booked': m.happened_booked,
	'visit.changed': m.happened_changed,
	'visit.cancelled': m.happened_cancelled,
	'visit.undone': m.happened_undone,
	'visits.swapped': m.happened_swapped,
	'appointment.accepted': m.happened_accepted,
	'appointment.declined': m.happened_declined,
	'offer.made': m.happened_offered,
	'offer.declined': m.happened_offer_declined,
	'wish.added': m.happened_meets_also,
	'wish.removed': m.happened_meets_no_longer,
	'waiting.joined': m.happened_waits,
	'waiting.left': m.happened_waits_no_longer,
	'waiting.offered': m.happened_waiting_offered,
	'waiting.lapsed': m.happened_waiting_lapsed,
	'enquiry.made': m.happened_asked,
	'seats.blocked': m.happened_blocked,
	'seats.unblocked': m.happened_unblocked,
	'seats.undone': m.happened_seats_undone,
	'conference.published': m.happened_published,
	'conference.withdrawn': m.happened_withdrawn,
	'conference.paused': m.happened_paused,
	'conference.resumed': m.happened_resumed,
	'desks.changed': m.happened_desks,
	'rules.changed': m.happened_rules,
	'newcomer.let-in': m.happened_let_in,
	'newcomer.joined': m.happened_newcomer_joined,
	'newcomer.declined': m.happened_newcomer_declined,
	'families.invited': m.happened_invited,
	'families.reminded': m.happened_reminded,
};

/** What happened, as a sentence: who, what, for whom. */
export function happenedText(happening: Happening, zone: string): string {
	const { kind, who, families, appointments, seats } = happening;
	const isOfSeats = appointments.length === 0 && seats.length > 0;
	return (
		WORDS[kind]?.({
			who: doerText(who),
			family: listText(families.map(({ label }) => label)),
			what: isOfSeats ? seatsText(happening, zone) : appointmentsText(happening, zone),
			count: isOfSeats ? seats.length : appointments.length,
		}) ?? ''
	);
}
