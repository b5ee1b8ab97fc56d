import { usualDeskRules } from './desk-rules';
import type { PlaceKind } from '../ways-to-meet';
import { followingSeries, type DeskPerson, type DeskPlan, type PlannedPlace } from './desk-plan';

/** A new desk, which sits in the conference's hours. Its number is given when it is kept. */
export const newDesk = (
	facts: Pick<DeskPlan, 'id' | 'name' | 'subject'> & {
		readonly people: readonly DeskPerson[];
		readonly places: readonly PlannedPlace[];
		readonly forAll?: boolean;
	},
	seriesId: string,
): DeskPlan => ({
	id: facts.id,
	number: 0,
	name: facts.name,
	subject: facts.subject,
	words: '',
	forAll: facts.forAll ?? false,
	isListed: true,
	people: facts.people,
	familyPicks: false,
	substitutes: [],
	rules: usualDeskRules,
	rightHours: [],
	series: [followingSeries(seriesId, facts.places)],
});

/** What the school knows of a teacher's ways of receiving. Empty: unknown. */
export interface UsualPlaces {
	readonly room: string;
	readonly building: string;
	readonly link: string;
	readonly telephone: string;
	readonly pin: string;
}

/** Where a teacher usually receives: as the conference prefers, else in whatever way is known. */
export function usualPlacesOf(
	{ room, building, link, telephone, pin }: UsualPlaces,
	preferred: PlaceKind,
): PlannedPlace[] {
	const known: PlannedPlace[] = [
		...(room ? [{ kind: 'room' as const, room, building }] : []),
		...(link ? [{ kind: 'video' as const, link }] : []),
		...(telephone ? [{ kind: 'telephone' as const, number: telephone, pin }] : []),
	];
	const place = known.find(({ kind }) => kind === preferred) ?? known[0];
	return place ? [place] : [];
}
