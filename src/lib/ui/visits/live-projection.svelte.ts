import type { FamilyProjection, FamilySlot } from '$lib/core/visits/family-projection';
import { schoolLine } from './school-line';

/**
 * The family's projection with what was told since it was loaded. A newly loaded projection is the
 * whole truth again; when the set-up changed, `load` is asked for one.
 */
export function liveProjection(
	loaded: () => FamilyProjection,
	load: () => void,
): {
	readonly current: FamilyProjection;
} {
	let told = $state.raw<{ since: object; free: Record<string, boolean> }>({ since: {}, free: {} });
	const free = $derived(told.since === loaded() ? told.free : {});
	/** What is against a slot besides its seat stays so; what the family keeps itself is free to it. */
	const kept = $derived(loaded().holds.flatMap(({ keeps }) => keeps.flatMap(({ slots }) => slots)));
	const isFree = ({ id, free: was, why }: FamilySlot): boolean =>
		why !== null && why !== 'taken' ? false : kept.includes(id) ? was : (free[id] ?? was);
	const current = $derived({
		...loaded(),
		slots: loaded().slots.map((slot) => ({ ...slot, free: isFree(slot) })),
	});
	let known: number | null = null;
	schoolLine().follow(
		`/live/${loaded().conference.id}?family=${loaded().family}`,
		({ states, version, whole }) => {
			// What the family has booked is taken: free again, it was cancelled elsewhere.
			const isGone = loaded().appointments.some(({ slots }) =>
				slots.some((slot) => states[slot] === 'free'),
			);
			if ((known !== null && version !== known) || (isGone && !whole)) load();
			known = version;
			const news = Object.fromEntries(
				Object.entries(states).map(([slot, state]) => [slot, state === 'free']),
			);
			told = { since: loaded(), free: { ...free, ...news } };
		},
	);
	return {
		get current() {
			return current;
		},
	};
}
