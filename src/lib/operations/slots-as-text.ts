import { seatStateNames } from '../core/snapshot/seat-state';
import type { FloorSlot } from './floor';

/** Numbers are written short. */
const BASE = 36;

/**
 * A desk's slots in one text: at a large school thousands go to the page at once, and as objects they take
 * longer to write and read than all else together.
 */
export const textOfSlots = (slots: readonly FloorSlot[]): string =>
	slots
		.map(({ id, start, end, seats, taken, state }) => {
			const numbers = [start, end - start, seats, taken, seatStateNames.indexOf(state)];
			return [id, ...numbers.map((number) => number.toString(BASE))].join(' ');
		})
		.join('\n');

/** The slots in a text that `textOfSlots` made. */
export const slotsOfText = (text: string): FloorSlot[] =>
	text === '' ? [] : text.split('\n').map(slotOfLine);

function slotOfLine(line: string): FloorSlot {
	const [id = '', ...numbers] = line.split(' ');
	const [start = 0, length = 0, seats = 0, taken = 0, state = 0] = numbers.map((number) =>
		parseInt(number, BASE),
	);
	return { id, start, end: start + length, seats, taken, state: seatStateNames[state]! };
}
