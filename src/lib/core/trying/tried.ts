import { isSameAsked, type GivenAnswer } from '../questions/booking-question';
import type {
	FamilyEnquiry,
	FamilyProjection,
	ShownAppointment,
} from '../visits/family-projection';
import { givingUp } from '../visits/giving-up';
import { takingOn } from './taking-on';
import type { TrialFacts } from './trial-facts';

/** Somebody who was asked along to an appointment. */
export type TriedGuest = ShownAppointment['guests'][number] & { readonly appointment: string };

/** What was done on a family's page while it was tried, on top of what the family has. Nothing of it is stored. */
export interface Tried {
	/** Ids of appointments that the family has, and that were given up or moved. */
	readonly ended: readonly string[];
	/** Appointments that were made; a moved one keeps its id. */
	readonly made: readonly ShownAppointment[];
	/** Ids of offers that were taken or declined. */
	readonly givenBack: readonly string[];
	/** Wishes put on the waiting list (`true`) or taken off it. */
	readonly waits: Readonly<Record<string, boolean>>;
	/** How many slots the meetings take of which somebody chose. */
	readonly lengths: Readonly<Record<string, number>>;
	readonly enquiries: readonly FamilyEnquiry[];
	readonly answers: readonly GivenAnswer[];
	readonly guests: readonly TriedGuest[];
	/** Ids of guests of the family's whose invitation was taken back. */
	readonly uninvited: readonly string[];
	/** The last act on the visit, and the appointments that there were before it. */
	readonly last: (Pick<Tried, 'ended' | 'made'> & { readonly act: string }) | null;
}

export const NOTHING_TRIED: Tried = {
	ended: [],
	made: [],
	givenBack: [],
	waits: {},
	lengths: {},
	enquiries: [],
	answers: [],
	guests: [],
	uninvited: [],
	last: null,
};

/** A family's page as it would be if what was tried were so. */
export function asTried({ view, reached }: TrialFacts, tried: Tried): FamilyProjection {
	const withMade = tried.made.reduce(takingOn, givingUp(view, tried.ended));
	const wishes = new Set(view.wishes.map(({ id }) => id));
	const placed = new Set(tried.made.map(({ place }) => place));
	const waiting = view.waiting.filter((wish) => tried.waits[wish] !== false);
	const joined = Object.keys(tried.waits).filter(
		(wish) => tried.waits[wish] && wishes.has(wish) && !waiting.includes(wish),
	);
	return {
		...withMade,
		wishes: withMade.wishes.map((wish) => ({
			...wish,
			length: tried.lengths[wish.id] ?? wish.length,
		})),
		appointments: withMade.appointments.map((entry) => ({
			...entry,
			guests: [
				...entry.guests.filter(({ id }) => !tried.uninvited.includes(id)),
				...tried.guests
					.filter(({ appointment }) => appointment === entry.id)
					.map(({ id, name }) => ({ id, name })),
			],
		})),
		places: withMade.places.map((place) =>
			place.kind === 'telephone' && placed.has(place.id)
				? { ...place, name: reached[place.id] ?? place.name }
				: place,
		),
		holds: view.holds.filter(({ id }) => !tried.givenBack.includes(id)),
		waiting: [...waiting, ...joined],
		enquiries: [...tried.enquiries, ...view.enquiries],
		answers: [
			...view.answers.filter((answer) => !tried.answers.some((one) => isSameAsked(one, answer))),
			...tried.answers,
		],
	};
}
