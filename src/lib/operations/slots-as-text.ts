import { seatStateNames } from '../core/snapshot/seat-state';
import type { FloorSlot } from './floor';

/** Numbers are written short. */
const BASE = 36;

/**
 * A desk's slots in one text: at a large school thousands go to the page at once, and as objects they take
 * longer to write and read than all else together. Of an id stands what differs from the one before, after how much
 * does not: ids of one hour begin alike.
 */
export const textOfSlots = (slots: readonly FloorSlot[]): string =>
	slots
		.map(({ id, start, end, seats, taken, state }, index) => {
			const alike = alikeAtStart(id, slots[index - 1]?.id ?? '');
			const numbers = [start, end - start, seats, taken, seatStateNames.indexOf(state), alike];
			return [id.slice(alike), ...numbers.map((number) => number.toString(BASE))].join(' ');
		})
		.join('\n');

function alikeAtStart(one: string, other: string): number {
	let length = 0;
	while (length < one.length && one[length] === other[length]) length++;
	return length;
}

/** The slots in a text that `textOfSlots` made. */
export function slotsOfText(text: string): FloorSlot[] {
	let before = '';
	return text === ''
		? []
		: text.split('\n').map((line) => {
				const slot = slotOfLine(line, before);
				before = slot.id;
				return slot;
			});
}

function slotOfLine(line: string, before: string): FloorSlot {
	const [rest = '', ...numbers] = line.split(' ');
	const [start = 0, length = 0, seats = 0, taken = 0, state = 0, alike = 0] = numbers.map(
		(number) => parseInt(number, BASE),
	);
	const id = before.slice(0, alike) + rest;
	return { id, start, end: start + length, seats, taken, state: seatStateNames[state]! };
}
