import type { z } from 'zod';
import type { FamilyHold, FamilyProjection } from '../../core/visits/family-projection';
import type { NamedSubstitute } from '../../core/desks/named-substitutes';
import { modeOf } from '../../core/rules/places';
import type { Adult } from './whose-visit';
import type { hold, visit, visitAsItIs } from './schemas';

/** Instants as other programs read them. */
export const instantText = (epoch: number): string => new Date(epoch).toISOString();
export const instantOrNull = (epoch: number | null): string | null =>
	epoch === null ? null : instantText(epoch);

/** Who stands in for whom, as it is told. */
export const substituteAnswer = ({ date, name, absent }: NamedSubstitute) => ({
	date,
	name,
	absent,
});

/** A hold or an offer, as it is told. */
export const holdAnswer = ({ id, kind, until, keeps }: FamilyHold): z.infer<typeof hold> => ({
	id,
	kind,
	until: instantText(until),
	appointments: keeps.map(({ slot, wishes }) => ({ slot, wishes: [...wishes] })),
});

/** What a family may know, as it is told to its program. */
export function visitAnswer(view: FamilyProjection, adult: Adult): z.infer<typeof visit> {
	const places = new Map(view.places.map((place) => [place.id, place]));
	return {
		...visitAsItIsAnswer(view, adult),
		slots: view.slots.map(({ id, desk, date, start, end, free, why, places: allowed }) => ({
			id,
			desk,
			date,
			free,
			why,
			start: instantText(start),
			end: instantText(end),
			modes: [...new Set(allowed.flatMap((place) => places.get(place) ?? []).map(modeOf))],
		})),
	};
}

/** The visit by itself, without what there is to choose from. */
export function visitAsItIsAnswer(
	view: FamilyProjection,
	adult: Adult,
): z.infer<typeof visitAsItIs> {
	const { id, address, name, timeZone, opensAt, closesAt } = view.conference;
	const places = new Map(view.places.map((place) => [place.id, place]));
	return {
		conference: {
			id,
			address,
			name,
			timeZone,
			phase: view.phase,
			opensAt: instantOrNull(opensAt),
			closesAt: instantOrNull(closesAt),
		},
		family: view.family,
		families: [...adult.families],
		students: view.students.map(({ id, name, classLabel }) => ({ id, name, classLabel })),
		desks: view.desks.map(({ id, number, name, subject, words, substitutes }) => ({
			id,
			number,
			name,
			subject,
			words,
			substitutes: substitutes.map(substituteAnswer),
		})),
		wishes: view.wishes.map((wish) => ({ ...wish, desks: [...wish.desks] })),
		questions: view.questions.map((question) => ({
			...question,
			choices: [...question.choices],
			desks: question.desks && [...question.desks],
		})),
		answers: view.answers.map(({ question, wish, value }) => ({
			question,
			wish,
			value: typeof value === 'object' ? [...value] : value,
		})),
		appointments: view.appointments.map((entry) => {
			const place = places.get(entry.place);
			return {
				id: entry.id,
				desk: entry.desk,
				standing: entry.standing,
				link: entry.link,
				start: instantText(entry.start),
				end: instantText(entry.end),
				students: [...entry.students],
				wishes: [...entry.wishes],
				slots: [...entry.slots],
				mode: place ? modeOf(place) : 'in-person',
				place: place?.name ?? '',
			};
		}),
		holds: view.holds.map(holdAnswer),
		waiting: [...view.waiting],
	};
}
