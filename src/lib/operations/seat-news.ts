import { z, type ZodMiniType } from 'zod/mini';
import { seatStateNames, type SeatState } from '../core/snapshot/seat-state';

/** The office is told the states of seats as they are; everybody else that one is free, or taken. */
export type ToldState = SeatState | 'taken';

/** What an open page is told. The first message of a stream, and any after a loss, is whole. */
export interface SeatNews {
	readonly whole: boolean;
	readonly states: Readonly<Record<string, ToldState>>;
	/** Which state of the set-up it is. */
	readonly version: number;
	/** How many families sit in slots for several; told to the office alone. */
	readonly taken?: Readonly<Record<string, number>> | undefined;
	/** How much waits for the office's answer; told to the office alone. */
	readonly toAnswer?: number | undefined;
}

export const seatNews: ZodMiniType<SeatNews> = z.object({
	whole: z.boolean(),
	states: z.record(z.string(), z.enum([...seatStateNames, 'taken'])),
	version: z.number(),
	taken: z.optional(z.record(z.string(), z.number())),
	toAnswer: z.optional(z.number()),
});
