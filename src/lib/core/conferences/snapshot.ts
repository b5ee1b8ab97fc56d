import type { LocalDate } from '../time/local-time';

/** A conference as the computation sees it. Instants are milliseconds; there are no people's names. */
export interface ConferenceSnapshot {
	readonly conference: ConferenceFacts;
	readonly dates: readonly LocalDate[];
	readonly places: readonly Place[];
	readonly walks: readonly BuildingWalk[];
	readonly desks: readonly Desk[];
	/** Live slots in order of time. */
	readonly slots: readonly Slot[];
}

export interface ConferenceFacts {
	readonly id: string;
	readonly version: number;
	readonly address: string;
	readonly name: string;
	readonly words: string;
	readonly timeZone: string;
	/** Least minutes that a family gets between two appointments. */
	readonly pauseMinutes: number;
	/** Minutes for going between a room and video or telephone. */
	readonly switchMinutes: number;
	readonly publishedAt: number | null;
	readonly pausedAt: number | null;
	readonly withdrawnAt: number | null;
	readonly opensAt: number | null;
	readonly closesAt: number | null;
}

export type PlaceKind = 'room' | 'video' | 'telephone';

export interface Place {
	readonly id: string;
	readonly kind: PlaceKind;
	readonly name: string;
	readonly building: string | null;
	readonly buildingName: string | null;
}

/** Minutes on foot between two buildings, the same in both directions. */
export interface BuildingWalk {
	readonly from: string;
	readonly to: string;
	readonly minutes: number;
}

export interface Desk {
	readonly id: string;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
	/** Persons who must all be there, by id. */
	readonly persons: readonly string[];
}

export interface Slot {
	readonly id: string;
	readonly desk: string;
	readonly place: string;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	/** End of the gap: until then desk and persons are taken. */
	readonly claimEnd: number;
	readonly seats: number;
	readonly blocked: boolean;
}

/** Something is taken for a stretch of time; claims with one occupancy (a slot's id) may overlap. */
export interface Claim {
	readonly thing: string;
	readonly start: number;
	readonly end: number;
	readonly occupancy: string;
	readonly standing: 'held' | 'asked' | 'booked';
}
