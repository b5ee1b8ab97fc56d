import { metAt } from '../../../core/desks/named-substitutes';
import type { WordingPart, WordingRow } from '../../../core/notices/wording';
import { dateLocaleOf, writtenDate, writtenTime } from '../../../core/time/written-time';
import type { FamilyProjection, ShownAppointment } from '../../../core/visits/family-projection';
import { getLocale } from '$lib/paraglide/runtime';
import { m } from '$lib/paraglide/messages';
import { placeWords } from '$lib/words/place-words';
import type { Writing } from './writing';

type Whole = Pick<FamilyProjection, 'conference' | 'desks' | 'places' | 'students'>;

const locale = (): string => dateLocaleOf(getLocale());

/** `18:14` */
export const timeWords = (instant: number, zone: string): string =>
	writtenTime(locale(), zone)(instant);

/** `Thursday 3 December` */
export const dateWords = (instant: number, zone: string): string =>
	writtenDate(locale(), zone)(instant);

/** A local date as `Thursday 3 December`. */
export const dayWords = (date: string): string => dateWords(Date.parse(`${date}T12:00Z`), 'UTC');

/** `Thursday 3 December, 18:14` */
export const momentWords = (instant: number, zone: string): string =>
	`${dateWords(instant, zone)}, ${timeWords(instant, zone)}`;

/** Names in a row: `Leila and Tomas`. */
export const listWords = (names: readonly string[]): string =>
	new Intl.ListFormat(locale(), { type: 'conjunction' }).format(names);

/** An appointment as a line of a wording. */
export function rowOf(view: Whole, entry: ShownAppointment, note = ''): WordingRow {
	const { timeZone } = view.conference;
	const desk = view.desks.find(({ id }) => id === entry.desk);
	const met = metAt({ name: desk?.name ?? '', substitutes: desk?.substitutes ?? [] }, entry.date);
	const place = view.places.find(({ id }) => id === entry.place);
	const students = view.students
		.filter(({ id }) => entry.students.includes(id))
		.map(({ name }) => name);
	return {
		time: `${timeWords(entry.start, timeZone)}–${timeWords(entry.end, timeZone)}`,
		what: `${met.name} (${listWords(students)})`,
		where: place ? placeWords(place) : '',
		link: entry.link,
		note: [note, entry.standing === 'asked' ? m.fact_asked({ teacher: met.name }) : '']
			.filter(Boolean)
			.join(' '),
	};
}

/** What every wording ends with: who sent it, and how the school is reached. */
export function footOf({ school }: Pick<Writing, 'school'>, conference: string): WordingPart {
	const { name, telephone } = school;
	const sentBy = conference
		? m.notice_foot({ school: name, conference })
		: m.notice_foot_school({ school: name });
	return {
		kind: 'quiet',
		text: telephone ? `${sentBy}\n${m.notice_foot_call({ telephone })}` : sentBy,
	};
}
