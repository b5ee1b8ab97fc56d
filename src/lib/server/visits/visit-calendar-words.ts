import { m } from '$lib/paraglide/messages';
import { placeWords } from '$lib/words/place-words';
import { substituteWords } from '$lib/words/substitute-words';
import type { FamilyProjection } from '../../core/visits/family-projection';
import type { CalendarWords } from './visit-calendar';

/** What a family's calendar says of each appointment. */
export function visitCalendarWords(
	view: Pick<FamilyProjection, 'places' | 'conference' | 'desks'>,
): CalendarWords {
	const places = new Map(view.places.map((place) => [place.id, place]));
	const desks = new Map(view.desks.map((desk) => [desk.id, desk]));
	return {
		summary: (desk, students) => (students ? m.calendar_summary({ desk, students }) : desk),
		place: ({ place }) => placeWords(places.get(place)!),
		description: ({ desk, link, standing }, met) =>
			[
				standing === 'asked' ? m.calendar_asked() : '',
				substituteWords(met),
				desks.get(desk)?.words ?? '',
				link ? m.calendar_door({ link }) : view.conference.words,
			]
				.filter(Boolean)
				.join('\n'),
	};
}
