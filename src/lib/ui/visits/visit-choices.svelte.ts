import type { FamilyProjection, VisitChoice } from '$lib/core/visits/family-projection';
import type { GivenAnswer } from '$lib/core/questions/booking-question';
import type { ChoiceStore, PendingVisit } from './kept-choices';
import { within, type DayBounds, type TimeWindow } from './windows';

/** Whom a family would like to see and when it can come; kept in the tab once it was read from there. */
export class VisitChoices {
	unticked = $state.raw<readonly string[]>([]);
	/** The ticked windows, by their starts; none: any time. */
	chosen = $state.raw<readonly number[]>([]);
	/** The hours of each day within which the family can come. */
	bounds = $state.raw<DayBounds>({ from: null, until: null });

	/** What is booked as soon as the family has said what it is asked. */
	asking = $state.raw<PendingVisit | null>(null);
	said = $state.raw<readonly GivenAnswer[]>([]);

	constructor(
		loaded: FamilyProjection,
		private readonly store: ChoiceStore,
		/** The one desk that somebody came for. */
		private readonly desk: string | undefined,
	) {
		this.unticked = loaded.wishes
			.filter(({ optional, desks }) => (desk ? !desks.includes(desk) : optional))
			.map(({ id }) => id);
	}

	/** What is asked of the planner. */
	choiceOf({ wishes, conference }: FamilyProjection, windows: readonly TimeWindow[]): VisitChoice {
		const { chosen, bounds, unticked } = this;
		const isAnyTime = chosen.length === 0 && bounds.from === null && bounds.until === null;
		const ticked = windows.filter(({ start }) => chosen.length === 0 || chosen.includes(start));
		return {
			wishes: wishes
				.filter(({ id, placed }) => !placed && !unticked.includes(id))
				.map(({ id }) => id),
			windows: isAnyTime ? undefined : within(ticked, bounds, conference.timeZone),
		};
	}

	/** Keeps them, with what was confirmed and is not answered yet. */
	keep(pending: PendingVisit | null): void {
		const { unticked, chosen, bounds, asking, said } = this;
		this.store.write({
			unticked: [...unticked],
			chosen: [...chosen],
			bounds,
			pending,
			asking,
			said,
		});
	}

	/** Goes on where the tab was before it was read again; answers what was confirmed. */
	takeUp(): PendingVisit | null {
		const kept = this.store.read();
		if (!kept) return null;
		if (!this.desk) this.unticked = kept.unticked;
		this.chosen = kept.chosen;
		this.bounds = kept.bounds;
		this.asking = kept.asking;
		this.said = kept.said;
		return kept.pending;
	}

	forget(): void {
		this.asking = null;
		this.said = [];
		this.store.forget();
	}
}
