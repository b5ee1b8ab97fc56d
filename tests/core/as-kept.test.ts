import { describe, expect, it } from 'vitest';
import { asKept, keptUntil } from '$lib/core/visits/as-kept';
import { isChangeable } from '$lib/core/visits/as-of';
import { bookedOf, DATE, viewOf } from './family-fixtures';

const noon = Date.parse(`${DATE}T12:00:00-04:00`);
const DAY = 86_400_000;

describe('a visit that a phone keeps', () => {
	const view = viewOf({ appointments: [bookedOf('d', 100), bookedOf('e', 130)], phase: 'open' });

	it('is kept for half a day after its last appointment, and not at all where nothing is booked', () => {
		const last = Math.max(...view.appointments.map(({ end }) => end));
		expect(keptUntil(view)).toBe(last + DAY / 2);
		expect(keptUntil(viewOf({}))).toBeNull();
	});

	it.each([
		['the day before', noon - DAY, 'open', 'open'],
		['on the day', noon, 'open', 'today'],
		['the day after', noon + DAY, 'today', 'over'],
	] as const)('is of its moment %s', (_, now, phase, expected) => {
		expect(asKept({ ...view, phase }, now).phase).toBe(expected);
	});

	it('has nothing to change, and says of a conference taken back that it was', () => {
		const kept = asKept(view, 0);
		expect(kept.notBookable).not.toBeNull();
		expect(kept.appointments.some((entry) => isChangeable(entry, 0))).toBe(false);
		const withdrawn = viewOf({ notBookable: { code: 'not-published' } });
		expect(asKept(withdrawn, 0).notBookable).toEqual({ code: 'not-published' });
	});
});
