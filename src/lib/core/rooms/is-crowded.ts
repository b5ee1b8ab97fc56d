import { overlaps, type Stretch } from '../time/stretch';

/** Whether a room that takes so many has no place left at some moment of a stretch. */
export function isCrowded(inUse: readonly Stretch[], stretch: Stretch, spaces: number): boolean {
	const there = inUse.filter((other) => overlaps(other, stretch));
	if (there.length < spaces) return false;
	// Not all of them need to be there at the same moment.
	const moments = [stretch.start, ...there.map(({ start }) => Math.max(start, stretch.start))];
	return moments.some(
		(moment) => there.filter(({ start, end }) => start <= moment && moment < end).length >= spaces,
	);
}
