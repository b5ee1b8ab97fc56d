import { plainText } from '../register/plain-text';

const LANGUAGES = ['en', 'de', 'fr', 'es', 'pt', 'ar'];
/** Monday 1 June 2026. */
const MONDAY = Date.UTC(2026, 5, 1);
const DAY = 86_400_000;

const days = Array.from({ length: 7 }, (_, day) => MONDAY + day * DAY);
/** A day that every month has. */
const months = Array.from({ length: 12 }, (_, month) => Date.UTC(2026, month, 15));

/** What each of the instants is called in all languages, long and short, plain. */
function namesOf(instants: readonly number[], field: 'weekday' | 'month'): string[][] {
	const writers = LANGUAGES.flatMap((language) =>
		(['long', 'short'] as const).map(
			(width) => new Intl.DateTimeFormat(language, { [field]: width, timeZone: 'UTC' }),
		),
	);
	return instants.map((instant) => writers.map((writer) => plainText(writer.format(instant))));
}

/** Which of the named things a word means: a whole name, or the beginning of one. */
function indexNamed(names: readonly (readonly string[])[], word: string): number {
	const whole = names.findIndex((forms) => forms.includes(word));
	if (whole >= 0 || word.length < 3) return whole;
	return names.findIndex((forms) => forms.some((form) => form.startsWith(word)));
}

/** Asked for only when somebody typed a word: reading the tables of all languages takes a browser a while. */
let weekdayNames: readonly (readonly string[])[] | undefined;
let monthNames: readonly (readonly string[])[] | undefined;

/** The day of the week that a plain word names, 1 for Monday; 0 for none. */
export function weekdayNamed(word: string): number {
	weekdayNames ??= namesOf(days, 'weekday');
	return indexNamed(weekdayNames, word) + 1;
}

/** The month that a plain word names, 1 for January; 0 for none. */
export function monthNamed(word: string): number {
	monthNames ??= namesOf(months, 'month');
	return indexNamed(monthNames, word) + 1;
}
