import { holdMake, type VisitRequest } from '$lib/operations/visits';
import type { Conflicts } from '$lib/operations/visit-shapes';
import { waiting } from '../parts/saving/waiting.svelte';
import type { SchoolLine } from './school-line';

/** A visit that is kept for a family while it says what it is asked. */
export class VisitHolding {
	isBusy = $state(false);

	constructor(private readonly line: SchoolLine) {}

	/**
	 * Keeps the visit; answers what stands in the way. Where nothing is known of it the family goes on all the
	 * same: what is booked in the end is what is still there.
	 */
	async keep(
		{ conferenceId, familyId, appointments }: VisitRequest,
		replaces: readonly string[],
	): Promise<Conflicts | null> {
		this.isBusy = true;
		const over = waiting.begin();
		const request = {
			conferenceId,
			familyId,
			key: crypto.randomUUID(),
			appointments: [...appointments],
			replaces: [...replaces],
		};
		try {
			const outcome = await this.line.perform(holdMake, request, { family: familyId });
			return outcome.ok ? null : outcome;
		} catch {
			return null;
		} finally {
			this.isBusy = false;
			over();
		}
	}
}
