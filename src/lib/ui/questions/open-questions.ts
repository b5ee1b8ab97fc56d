import { questionsFor, type BookedMeeting } from '$lib/core/questions/asked-questions';
import type { AskedQuestion } from '$lib/core/questions/booking-question';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';

/** The meetings of a wanted visit that the family does not have so far: about these it is asked. */
export function freshMeetings(
	view: FamilyProjection,
	wanted: readonly WantedAppointment[],
): BookedMeeting[] {
	const served = new Set(view.appointments.flatMap(({ wishes }) => wishes));
	const deskOf = new Map(view.slots.map(({ id, desk }) => [id, desk]));
	return wanted
		.filter(({ wishes }) => wishes.every((wish) => !served.has(wish)))
		.flatMap(({ wishes, slot }) => {
			const desk = deskOf.get(slot);
			return desk === undefined ? [] : [{ wish: wishes[0]!, desk }];
		});
}

/** What a family is asked about a visit before it is booked. */
export const openQuestions = (
	view: FamilyProjection,
	wanted: readonly WantedAppointment[],
): AskedQuestion[] => questionsFor(view.questions, freshMeetings(view, wanted));
