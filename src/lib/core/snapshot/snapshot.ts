import type { PlaceKind } from '../ways-to-meet';
import type { DeskId, PersonId, SlotId } from '../ids';
import type { DeskPerson, Substitute } from '../desks/desk-plan';
import type { BookingQuestion } from '../questions/booking-question';
import type { DeskRules } from '../desks/desk-rules';
import type { Rules } from './rules';
import type { Stretch } from '../time/stretch';
import type { LocalDate } from '../time/local-of';
import type { Instant } from '../time/units';

/** A conference as the computation sees it. Instants are milliseconds; there are no people's names. */
export interface ConferenceSnapshot {
	readonly conference: ConferenceFacts;
	readonly dates: readonly LocalDate[];
	readonly places: readonly Place[];
	readonly walks: readonly BuildingWalk[];
	readonly desks: readonly Desk[];
	/** What families are asked when they book, in order. */
	readonly questions: readonly BookingQuestion[];
	/** Live slots that have a place, in order of time. */
	readonly slots: readonly Slot[];
	/** Who can interpret. */
	readonly interpreters: readonly Interpreter[];
	/** When those who receive or interpret have other things to do that count here. */
	readonly busy: readonly (Stretch<Instant> & { readonly person: PersonId })[];
}

export interface ConferenceFacts {
	readonly id: string;
	readonly version: number;
	readonly address: string;
	readonly name: string;
	readonly words: string;
	/** What families are told about keeping to the time. */
	readonly limitNote: string;
	readonly timeZone: string;
	/** Least minutes that a family gets between two appointments. */
	readonly pauseMinutes: number;
	/** Minutes for going between a room and video or telephone. */
	readonly switchMinutes: number;
	readonly publishedAt: Instant | null;
	readonly pausedAt: Instant | null;
	/** What families read while it is paused. */
	readonly pauseWords: string;
	readonly withdrawnAt: Instant | null;
	readonly opensAt: Instant | null;
	readonly closesAt: Instant | null;
	readonly rules: Rules;
}

export interface Place {
	readonly id: string;
	readonly kind: PlaceKind;
	readonly name: string;
	readonly building: string | null;
	readonly buildingName: string | null;
	/** Of a room: there are no steps on the way; `null` while nobody has said, which counts as steps. */
	readonly stepFree: boolean | null;
}

/** A person who interprets. */
export interface Interpreter {
	readonly person: PersonId;
	readonly languages: readonly string[];
	/** When the person is there; `null`: whenever the conference is. */
	readonly hours: readonly Stretch<Instant>[] | null;
}

/** Minutes on foot between two buildings, both ways; from one to itself: between two of its rooms. */
export interface BuildingWalk {
	readonly from: string;
	readonly to: string;
	readonly minutes: number;
}

export interface Desk {
	readonly id: DeskId;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
	/** What families read about it. */
	readonly words: string;
	readonly people: readonly DeskPerson[];
	/** Where the picture of the one who receives is; `null`: there is none, or several receive. */
	readonly picture: string | null;
	/** At a desk where any one receives: the family picks the person. */
	readonly familyPicks: boolean;
	readonly substitutes: readonly Substitute[];
	readonly rules: DeskRules;
}

export interface Slot {
	readonly id: SlotId;
	readonly desk: DeskId;
	/** The unbroken stretch of the desk's time that it lies in; `null` when it fits none any more. */
	readonly sitting: string | null;
	/** The usual one of its places. */
	readonly place: string;
	/** All places that a family may choose from, the usual one first. */
	readonly places: readonly string[];
	readonly date: LocalDate;
	readonly start: Instant;
	readonly end: Instant;
	/** End of the gap: until then desk and persons are taken. */
	readonly claimEnd: Instant;
	readonly seats: number;
}

/** Something is taken for a stretch of time; claims with one occupancy (a slot's id) may overlap. */
export interface Claim {
	readonly thing: string;
	readonly start: Instant;
	readonly end: Instant;
	readonly occupancy: SlotId;
	/** Which seat of the slot, from 1; of a desk's claim. */
	readonly seat?: number;
	/** `busy`: no appointment, but something else that the person has to do, or a seat that is blocked. */
	readonly standing: 'held' | 'asked' | 'booked' | 'busy';
}
