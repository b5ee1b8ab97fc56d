import type { SeatState } from '$lib/core/snapshot/seat-state';
import { m } from '$lib/paraglide/messages';

const words: Record<SeatState, () => string> = {
	free: m.seat_free,
	held: m.seat_held,
	asked: m.seat_asked,
	booked: m.seat_booked,
	blocked: m.seat_blocked,
	past: m.seat_past,
};

/** A seat in words; with its time and who sits there, for those who cannot see the chair. */
export function seatText(
	state: SeatState,
	time?: string,
	families: readonly string[] = [],
): string {
	return [time, words[state](), ...families].filter(Boolean).join(', ');
}
