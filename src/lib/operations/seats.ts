import { z, type ZodMiniType } from 'zod/mini';
import { change, reasons } from './change';
import { id, key } from './shapes';

/** What the office does to seats themselves, whoever sits beside them. */

/** The longest reason that is kept with a blocked seat, in characters. */
export const LONGEST_REASON = 200;

const ofConference = {
	conferenceId: id,
	slots: z.array(id).check(z.minLength(1), z.maxLength(500)),
};

export interface BlockRequest {
	readonly conferenceId: string;
	/** Ids. */
	readonly slots: readonly string[];
	/** Why, for the office alone; empty: nobody says. */
	readonly reason: string;
	readonly key: string;
}

/** Ids of the slots that are otherwise now, and the act to take back; `null`: nothing had to be changed. */
export interface SeatsDone {
	readonly slots: readonly string[];
	readonly act: string | null;
}
const done: ZodMiniType<SeatsDone> = z.object({ slots: z.array(id), act: z.nullable(id) });

/** Blocks seats: nobody can book them. One that is taken or held stays as it is. */
export const seatsBlock = change({
	name: 'seats.block',
	may: 'floor.act',
	input: z.object({
		...ofConference,
		reason: z.string().check(z.trim(), z.maxLength(LONGEST_REASON)),
		key,
	}) as ZodMiniType<BlockRequest>,
	done,
	/** `taken`: somebody has, or holds, every one of them. */
	refusal: reasons('unknown', 'taken'),
	leaves: ['seats.blocked'],
	keyed: true,
	undoneBy: 'seats.undo',
});

/** Opens blocked seats again. */
export const seatsUnblock = change({
	name: 'seats.unblock',
	may: 'floor.act',
	input: z.object({ ...ofConference, key }) as ZodMiniType<Omit<BlockRequest, 'reason'>>,
	done,
	refusal: reasons('unknown'),
	leaves: ['seats.unblocked'],
	keyed: true,
	undoneBy: 'seats.undo',
});

/** Takes an act on seats back: they are blocked, or open, just as they were. */
export const seatsUndo = change({
	name: 'seats.undo',
	may: 'floor.act',
	input: z.object({ act: id }),
	done: z.object({ act: id }),
	/** `newer`: one of them was blocked or opened since; `taken`: somebody has one of them now. */
	refusal: reasons('unknown', 'undone-before', 'newer', 'taken'),
	leaves: ['seats.undone'],
	undoneBy: 'seats.undo',
});
