import { questionsFor } from '$lib/core/questions/asked-questions';
import type { AskedQuestion } from '$lib/core/questions/booking-question';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';

/** What a family is asked about a visit before it is booked: about meetings that it does not have so far. */
export function openQuestions(
	view: FamilyProjection,
	wanted: readonly WantedAppointment[],
): AskedQuestion[] {
	const served = new Set(view.appointments.flatMap(({ wishes }) => wishes));
	const deskOf = new Map(view.slots.map(({ id, desk }) => [id, desk]));
	return questionsFor(
		view.questions,
		wanted
			.filter(({ wishes }) => wishes.every((wish) => !served.has(wish)))
			.flatMap(({ wishes, slot }) => {
				const desk = deskOf.get(slot);
				return desk === undefined ? [] : [{ wish: wishes[0]!, desk }];
			}),
	);
}
