/** What a desk has of its own among the rules of booking. */
export interface DeskRules {
	/** Whether its appointments are booked at once or asked for; `null`: as the conference says. */
	readonly acceptance: 'at-once' | 'asked' | null;
	/** Appointments on one date; `null`: as the conference says. */
	readonly perDay: number | null;
	/** So many slots in a row make a long talk, which a family may choose; `null`: it may not. */
	readonly longSlots: number | null;
	/** Families in one slot of a group see who else comes. */
	readonly groupSees: boolean;
}

/** The rules of a desk of which nobody said anything else. */
export const usualDeskRules: DeskRules = {
	acceptance: null,
	perDay: null,
	longSlots: null,
	groupSees: false,
};
