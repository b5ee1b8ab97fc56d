import type { Mode } from '../ways-to-meet';
import type { AdultId, PersonId, SlotId, StudentId, WishId } from '../ids';

/** One appointment as a family or the school asks for it. Ids. */
export interface WantedAppointment {
	/** The first of its slots. */
	readonly slot: SlotId;
	readonly wishes: readonly WishId[];
	/** At a desk where the family picks who receives. */
	readonly person?: PersonId | undefined;
	/** Where there is a choice; missing: the usual one. */
	readonly mode?: Mode | undefined;
	/** Who comes; missing: all adults of the family. */
	readonly adults?: readonly AdultId[] | undefined;
	/** Students who come along; missing: none. */
	readonly students?: readonly StudentId[] | undefined;
}

/** What a hold keeps: the appointment asked for, and the slots that are kept for it. */
export interface KeptAppointment extends WantedAppointment {
	readonly slots: readonly SlotId[];
}
