import type { SlotId } from '../ids';
import { takenAt, type ClaimsByThing } from '../snapshot/seat-state';
import type { Claim, ConferenceSnapshot, Desk, Place, Slot } from '../snapshot/snapshot';
import type { Rules } from '../snapshot/rules';
import { indexOf, type SnapshotIndex } from '../snapshot/snapshot-index';
import { placeKey } from '../snapshot/ways';
import { leastBusy, receiversOn } from '../desks/receivers';
import { firstStanding, type FirstStanding } from '../rules/acceptance';
import { firstRefusal, isRefusal, type Answer, type Refusal } from '../rules/answer';
import { isOpen, type Booker } from '../rules/booking-window';
import { interpretersFree } from '../rules/interpreters';
import { deskDayLimit, isWithinLimits, type Counted, type CountedBefore } from '../rules/limits';
import { choosePlace } from '../rules/places';
import { placesOf, slotAnswer, type FamilyNeeds } from '../rules/slot-answer';
import { hasTurns, type Attended } from '../rules/turns';
import { overlaps, type Stretch } from '../time/stretch';
import type { WantedAppointment } from './wanted-appointment';
import { wholeStretch } from '../snapshot/slots-in-a-row';

/** An adult of the family who can come; `thing` is what claims are about: of a teacher, the person. */
export interface ComingAdult {
	readonly id: string;
	readonly thing: string;
	/** Students of whom the adult may not know: no appointment about them is attended. */
	readonly notSee: readonly string[];
}

/** A student who can come along; `thing` is what claims are about: the student as one of this family. */
export interface ComingStudent {
	readonly id: string;
	readonly thing: string;
}

/** A wish that may be served. */
export interface WishToSettle {
	readonly id: string;
	readonly student: string;
	readonly desks: readonly string[];
	/** How many slots in a row it takes. */
	readonly length: number;
	/** An appointment that stays serves it already. */
	readonly placed: boolean;
}

/** An appointment that stays as it is. */
export interface StayingAppointment extends Attended, Omit<Counted, 'date'> {
	readonly adults: readonly string[];
	readonly interpreter: string | null;
}

/** Everything that decides whether a visit can be. Instants in milliseconds. */
export interface VisitFacts {
	readonly snapshot: ConferenceSnapshot;
	readonly now: number;
	readonly booker: Booker;
	readonly needs: FamilyNeeds;
	readonly adults: readonly ComingAdult[];
	/** Students who could come along. */
	readonly students: readonly ComingStudent[];
	readonly wishes: readonly WishToSettle[];
	/** What is taken, without what the family gives up for this visit; duties among it. */
	readonly claims: ClaimsByThing;
	/** What the adults attend anyway, with whichever of their families. */
	readonly staying: readonly StayingAppointment[];
	/** For the limits; `own` without what is given up. */
	readonly counted: CountedBefore;
	/** Slots that are taken for this family alone, so that it is kept apart from another one. */
	readonly closed: ReadonlySet<string>;
}

/** Why one of the wanted appointments cannot be. `slot` is the id that was asked for. */
export type VisitConflict = Refusal & { readonly slot: SlotId };

/** An appointment with all that it takes. */
export interface SettledAppointment extends FirstStanding {
	readonly wanted: WantedAppointment;
	readonly desk: Desk;
	readonly slots: readonly Slot[];
	/** The seat taken in each of the slots, from 1. */
	readonly seats: readonly number[];
	readonly place: Place;
	/** Everybody who must be there to receive. */
	readonly persons: readonly string[];
	/** Of a pool, who receives. */
	readonly receiver: string | null;
	readonly interpreter: string | null;
	readonly adults: readonly ComingAdult[];
	/** About whom. */
	readonly students: readonly string[];
	/** Who comes along. */
	readonly along: readonly ComingStudent[];
}

export type SettledVisit =
	| { readonly ok: true; readonly appointments: readonly SettledAppointment[] }
	| { readonly ok: false; readonly conflicts: readonly VisitConflict[] };

/**
 * Settles a whole visit by all rules: who receives and interprets, where, in which seats; or the first
 * thing against each appointment that cannot be. Appointments are taken in order of time, so that
 * each counts for those after it.
 */
export function settleVisit(facts: VisitFacts, wanted: readonly WantedAppointment[]): SettledVisit {
	const open = isOpen(facts.snapshot.conference, facts.booker, facts.now);
	if (isRefusal(open))
		return { ok: false, conflicts: wanted.map(({ slot }) => ({ slot, ...open })) };
	const course = new Course(facts);
	const conflicts: VisitConflict[] = [];
	for (const entry of inOrder(wanted, facts.snapshot)) {
		const refusal = course.settle(entry);
		if (refusal) conflicts.push({ slot: entry.slot, ...refusal });
	}
	if (conflicts.length) return { ok: false, conflicts };
	return { ok: true, appointments: course.settled };
}

function inOrder(
	wanted: readonly WantedAppointment[],
	snapshot: VisitFacts['snapshot'],
): WantedAppointment[] {
	const { slots } = indexOf(snapshot);
	const startOf = (entry: WantedAppointment): number => {
		const first = slots.get(entry.slot);
		return first?.start ?? 0;
	};
	return [...wanted].sort((a, b) => startOf(a) - startOf(b));
}

/** A visit as it grows, appointment by appointment. */
class Course {
	readonly settled: SettledAppointment[] = [];
	readonly #claims: Map<string, readonly Claim[]>;
	readonly #served: Set<string>;
	readonly #own: Counted[];
	readonly #perDeskDay = new Map<string, number>();
	readonly #index: SnapshotIndex;

	constructor(private readonly facts: VisitFacts) {
		this.#index = indexOf(facts.snapshot);
		this.#claims = new Map(facts.claims);
		this.#served = new Set(facts.wishes.filter(({ placed }) => placed).map(({ id }) => id));
		this.#own = [...facts.counted.own];
	}

	/** Takes the appointment into the visit, or says why not. */
	settle(wanted: WantedAppointment): Refusal | null {
		const { facts } = this;
		const wishes = facts.wishes.filter(({ id }) => wanted.wishes.includes(id));
		const length = lengthOf(wishes, facts);
		const slots = this.#index.inARow(wanted.slot, length);
		const desk = this.#index.desks.get(slots[0]?.desk ?? '');
		if (!desk) return { code: 'taken' };
		if (slots.length < length) return { code: 'too-short', length };
		const students = [...new Set(wishes.map(({ student }) => student))];
		const adults = facts.adults.filter(
			({ id, notSee }) =>
				(wanted.adults?.includes(id) ?? true) &&
				!students.some((student) => notSee.includes(student)),
		);
		const along = facts.students.filter(({ id }) => wanted.students?.includes(id));
		const stretch = wholeStretch(slots);
		const date = slots[0]!.date;
		const refusal = firstRefusal(
			() => slotAnswer(slots, desk, { ...facts, ...this.#slotFacts() }, wanted.mode),
			() => this.#servesWishes(wanted, desk),
			() =>
				isWithinLimits(rulesFor(facts, desk), { desk: desk.id, date, students }, this.#counted()),
			() => isOfFamily(wanted, facts),
			() => (adults.length ? 'yes' : { code: 'nobody-comes' }),
			() => this.#isFree(adults, stretch),
			() => this.#areFree(along, stretch),
		);
		if (isRefusal(refusal)) return refusal;

		const choice = choosePlace(placesOf(slots[0]!, this.#index.places), {
			stepFree: facts.needs.stepFree,
			mode: wanted.mode,
		});
		if ('refusal' in choice) return choice.refusal;
		const turns = this.#hasTurns(adults, { date, placeKey: placeKey(choice.place), ...stretch });
		if (isRefusal(turns)) return turns;
		const receivers = this.#receivers(desk, slots, wanted.person ?? null);
		if (!receivers) return { code: 'taken' };
		const { now, booker, snapshot } = facts;
		const { start } = stretch;
		const bySchool = booker.office;
		this.#take({
			wanted,
			desk,
			slots,
			place: choice.place,
			...receivers,
			adults,
			students,
			along,
			seats: slots.map((slot) => this.#freeSeat(slot)),
			interpreter: this.#interpreter(stretch),
			...firstStanding(snapshot.conference, desk, { bySchool, now, start }),
		});
		return null;
	}

	#slotFacts() {
		const { conference, interpreters } = this.facts.snapshot;
		return { conference, interpreters, places: this.#index.places, claims: this.#claims };
	}

	#servesWishes({ wishes: ids }: WantedAppointment, desk: Desk): Answer {
		const known = this.facts.wishes.filter(({ id }) => ids.includes(id));
		if (ids.some((id) => this.#served.has(id))) return { code: 'already-arranged' };
		const isKnown = known.length === new Set(ids).size && known.length > 0;
		return isKnown && known.every(({ desks }) => desks.includes(desk.id))
			? 'yes'
			: { code: 'no-wish-for-this-desk' };
	}

	#counted(): CountedBefore {
		const { others, atDesk } = this.facts.counted;
		return {
			others,
			own: this.#own,
			atDesk: (desk, date) => atDesk(desk, date) + (this.#perDeskDay.get(`${desk}/${date}`) ?? 0),
		};
	}

	#isFree(adults: readonly ComingAdult[], stretch: Stretch): Answer {
		const isTaken = adults.some(({ thing }) =>
			(this.#claims.get(thing) ?? []).some((claim) => overlaps(claim, stretch)),
		);
		return isTaken ? { code: 'overlaps-own' } : 'yes';
	}

	#areFree(along: readonly ComingStudent[], stretch: Stretch): Answer {
		const elsewhere = along.find(({ thing }) =>
			(this.#claims.get(thing) ?? []).some((claim) => overlaps(claim, stretch)),
		);
		return elsewhere ? { code: 'student-elsewhere', student: elsewhere.id } : 'yes';
	}

	#hasTurns(adults: readonly ComingAdult[], entry: Attended): Answer {
		return firstRefusal(
			...adults.map(({ id }) => () => {
				const staying = this.facts.staying.filter((other) => other.adults.includes(id));
				const settled = this.settled
					.filter((other) => other.adults.some((adult) => adult.id === id))
					.map(({ slots, place }) => ({
						date: slots[0]!.date,
						placeKey: placeKey(place),
						...wholeStretch(slots),
					}));
				return hasTurns(entry, [...staying, ...settled], this.#index.turn);
			}),
		);
	}

	/** Who receives in all of the slots; `null` when nobody does, or not the one who was picked. */
	#receivers(
		desk: Desk,
		slots: readonly Slot[],
		asked: string | null,
	): { persons: string[]; receiver: string | null } | null {
		const { date } = slots[0]!;
		const { all, any } = receiversOn(desk, date);
		if (any.length === 0) return { persons: [...all], receiver: null };
		const isOnDate = ({ occupancy }: Claim) => this.#index.slots.get(occupancy)?.date === date;
		const receiver = leastBusy(
			any.map((person) => ({
				person,
				isFree: slots.every((slot) => takenAt(person, slot, this.#claims).length === 0),
				load: (this.#claims.get(person) ?? []).filter(isOnDate).length,
			})),
			desk.familyPicks ? asked : null,
		);
		return receiver === null ? null : { persons: [...all, receiver], receiver };
	}

	#freeSeat(slot: Slot): number {
		const taken = (this.#claims.get(slot.desk) ?? [])
			.filter(({ occupancy }) => occupancy === slot.id)
			.map(({ seat }) => seat);
		for (let seat = 1; ; seat++) if (!taken.includes(seat)) return seat;
	}

	#interpreter(stretch: Stretch): string | null {
		const { needs, snapshot, staying } = this.facts;
		if (needs.interpreter === null) return null;
		const preferred = [...staying, ...this.settled].flatMap(({ interpreter }) => interpreter ?? []);
		const free = interpretersFree(snapshot.interpreters, needs.interpreter, stretch, {
			claims: this.#claims,
			preferred,
		});
		return free[0] ?? null;
	}

	#take(entry: SettledAppointment): void {
		this.settled.push(entry);
		for (const claim of claimsOf(entry))
			this.#claims.set(claim.thing, [...(this.#claims.get(claim.thing) ?? []), claim]);
		for (const id of entry.wanted.wishes) this.#served.add(id);
		const { desk, students } = entry;
		const { date } = entry.slots[0]!;
		this.#own.push({ desk: desk.id, date, students });
		const key = `${desk.id}/${date}`;
		this.#perDeskDay.set(key, (this.#perDeskDay.get(key) ?? 0) + 1);
	}
}

const isOfFamily = (wanted: WantedAppointment, { adults, students }: VisitFacts): Answer =>
	(wanted.adults ?? []).every((id) => adults.some((adult) => adult.id === id)) &&
	(wanted.students ?? []).every((id) => students.some((student) => student.id === id))
		? 'yes'
		: { code: 'not-of-the-family' };

/** A meeting takes as many slots as its longest wish, and those of an interpreted one. */
export const lengthOf = (
	wishes: readonly Pick<WishToSettle, 'length'>[],
	{ needs, snapshot }: Pick<VisitFacts, 'needs' | 'snapshot'>,
): number =>
	Math.max(
		1,
		needs.interpreter === null ? 1 : snapshot.conference.rules.interpretedLength,
		...wishes.map(({ length }) => length),
	);

/** The office is not bound by limits, but never makes an appointment twice. */
const rulesFor = ({ booker, snapshot: { conference } }: VisitFacts, desk: Desk): Rules =>
	booker.office
		? { ...conference.rules, perStudent: null, perFamily: null, perDeskDay: null }
		: { ...conference.rules, perDeskDay: deskDayLimit(conference, desk) };

export type ClaimKind = 'desk' | 'person' | 'interpreter' | 'adult' | 'student';

/**
 * All claims of an appointment. Desk and persons are taken to the end of each slot's gap; everybody
 * else to the end of the slot.
 */
export function claimsOf(
	entry: Pick<
		SettledAppointment,
		'slots' | 'seats' | 'persons' | 'interpreter' | 'adults' | 'along'
	>,
): (Claim & { readonly kind: ClaimKind })[] {
	return entry.slots.flatMap((slot, index) => {
		const common = { start: slot.start, occupancy: slot.id, standing: 'booked' as const };
		const withGap = { ...common, end: slot.claimEnd };
		// Who comes stays through the gap between two slots of one appointment.
		const withoutGap = { ...common, end: entry.slots[index + 1]?.start ?? slot.end };
		return [
			{ kind: 'desk' as const, thing: slot.desk, seat: entry.seats[index]!, ...withGap },
			...entry.persons.map((thing) => ({ kind: 'person' as const, thing, ...withGap })),
			...(entry.interpreter === null
				? []
				: [{ kind: 'interpreter' as const, thing: entry.interpreter, ...withoutGap }]),
			...entry.adults.map(({ thing }) => ({ kind: 'adult' as const, thing, ...withoutGap })),
			...entry.along.map(({ thing }) => ({ kind: 'student' as const, thing, ...withoutGap })),
		];
	});
}
