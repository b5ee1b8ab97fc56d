import type { FamilyProjection } from '$lib/core/conferences/family-projection';
import { followSeats } from '../live/live-seats.svelte';

/**
 * The family's projection with what was told since it was loaded. A newly loaded projection is the
 * whole truth again.
 */
export function liveProjection(loaded: () => FamilyProjection): {
	readonly current: FamilyProjection;
} {
	let told = $state.raw<{ since: object; free: Record<string, boolean> }>({ since: {}, free: {} });
	const free = $derived(told.since === loaded() ? told.free : {});
	const current = $derived({
		...loaded(),
		slots: loaded().slots.map((slot) => ({ ...slot, free: free[slot.id] ?? slot.free })),
	});
	followSeats<'free' | 'taken'>(`/live/${loaded().conference.id}`, ({ states }) => {
		const news = Object.fromEntries(
			Object.entries(states).map(([slot, state]) => [slot, state === 'free']),
		);
		told = { since: loaded(), free: { ...free, ...news } };
	});
	return {
		get current() {
			return current;
		},
	};
}
