import { z } from 'zod';
import { seatStates, type SeatBlock } from '../seats/block-state';
import { appointmentStates } from '../visits/appointment-state';

const keeps = z.array(z.object({ slot: z.string(), wishes: z.array(z.string()) }));
const onWish = z.object({ wish: z.string() });
const onHold = z.union([z.object({ hold: z.object({ keeps }) }), z.object({ keeps })]);

const empty = { states: [], seats: [], wishes: [], slots: [] };

/** What one side of an act says of appointments, seats and wishes; of an act of another kind nothing. */
export function factsOfHappening(side: unknown): {
	readonly states: readonly z.infer<typeof appointmentStates>[number][];
	readonly seats: readonly SeatBlock[];
	readonly wishes: readonly string[];
	/** Ids of slots that are offered. */
	readonly slots: readonly string[];
} {
	const states = appointmentStates.safeParse(side);
	if (states.success) return { ...empty, states: states.data };
	const seats = seatStates.safeParse(side);
	if (seats.success) return { ...empty, seats: seats.data };
	const wish = onWish.safeParse(side);
	if (wish.success) return { ...empty, wishes: [wish.data.wish] };
	const hold = onHold.safeParse(side);
	if (!hold.success) return empty;
	const kept = 'hold' in hold.data ? hold.data.hold.keeps : hold.data.keeps;
	return {
		...empty,
		wishes: kept.flatMap(({ wishes }) => wishes),
		slots: kept.map(({ slot }) => slot),
	};
}
