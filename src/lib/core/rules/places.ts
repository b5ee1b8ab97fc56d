import type { Mode } from '../ways-to-meet';
import type { Place } from '../snapshot/snapshot';
import type { Refusal } from './answer';

/** What decides where a family can be received. */
export interface PlaceNeeds {
	readonly stepFree: boolean;
	/** Missing: whichever is the usual one. */
	readonly mode?: Mode;
}

export type PlaceChoice = { readonly place: Place } | { readonly refusal: Refusal };

export const modeOf = ({ kind }: Pick<Place, 'kind'>): Mode =>
	kind === 'room' ? 'in-person' : kind;

/** The places of a slot at which the family can be received, the usual one first. */
export const fittingPlaces = (places: readonly Place[], { stepFree, mode }: PlaceNeeds): Place[] =>
	places.filter(
		(place) =>
			(mode === undefined || modeOf(place) === mode) &&
			(place.kind !== 'room' || place.stepFree || !stepFree),
	);

/** Where the family is received, among the places that the slot allows, in their order. */
export function choosePlace(places: readonly Place[], needs: PlaceNeeds): PlaceChoice {
	const [place] = fittingPlaces(places, needs);
	if (place) return { place };
	const { mode } = needs;
	const offered = [...new Set(places.map(modeOf))];
	return mode === undefined || offered.includes(mode)
		? { refusal: { code: 'not-step-free' } }
		: { refusal: { code: 'mode-not-offered', offered } };
}
