import { typedDate } from '$lib/core/time/local-of';
import type { Hours } from '$lib/core/slots/hours';

/** A sitting on the ruler: a desk's sittings never overlap, so desk, date and start name one. */
export interface BarRef extends Pick<Hours, 'date' | 'start'> {
	readonly desk: string;
}

export const barKey = ({ desk, date, start }: BarRef): string => `${desk}|${date}|${start}`;

export function barRef(key: string): BarRef {
	const [desk = '', date = '', start = ''] = key.split('|');
	return { desk, date: typedDate(date), start: Number(start) };
}
