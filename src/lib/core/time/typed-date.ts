import { plainText } from '../register/plain-text';
import { monthNamed, weekdayNamed } from './date-names';
import { type LocalDate, typedDate } from './local-of';
import { addDays, isLocalDate, weekday } from './local-time';

/** What stands between the parts of a date in some language. */
const BETWEEN = ['de', 'del', 'den', 'der', 'el', 'le', 'of', 'the', 'on'];
/** How long one waits at most for a 29 February. */
const LONGEST_WAIT = 8;
/** Arabic and Persian digits as those from 0 to 9: the last four bits of each are its value. */
const plainDigits = (text: string): string =>
	text.replaceAll(/[٠-٩۰-۹]/g, (digit) => String(digit.charCodeAt(0) & 15));

interface Parts {
	readonly day: number;
	readonly month: number;
	readonly year: number | null;
}

/**
 * A date as people type it (`3 Dec`, `Dec 3rd`, `3.12.`, `3/12/26`, `Thu 3 December 2026`,
 * `2026-12-03`, or a day of the week, which is the next one). Day before month, unless that is no date. A date without a
 * year is the next one from `today` on; a weekday beside a date says nothing, since whoever corrects the date
 * leaves it there. Names of all languages are read. `null` when it is none.
 */
export function parseTypedDate(text: string, today: LocalDate): LocalDate | null {
	const words = plainText(plainDigits(text))
		.split(' ')
		.filter((word) => word && !BETWEEN.includes(word));
	const numbers = words.flatMap((word) => /^(\d+)(?:st|nd|rd|th|er|o|a)?$/.exec(word)?.[1] ?? []);
	const names = words.filter((word) => !/^\d/.test(word));
	if (numbers.length === 0) return names.length === 1 ? nextWeekday(names[0]!, today) : null;
	if (numbers.length + names.length < words.length) return null;
	const parts = partsOf(numbers, names);
	return parts && dateOf(parts, today);
}

function nextWeekday(name: string, today: LocalDate): LocalDate | null {
	const named = weekdayNamed(name);
	return named ? addDays(today, (named - weekday(today) + 7) % 7) : null;
}

function partsOf(numbers: readonly string[], names: readonly string[]): Parts | null {
	if (names.some((name) => !monthNamed(name) && !weekdayNamed(name))) return null;
	const month = names.map(monthNamed).findLast((named) => named > 0);
	const [first, second, third] = numbers.map(Number);
	if (numbers.length > 3 || first === undefined) return null;
	if (month !== undefined) {
		if (third !== undefined) return null;
		if (numbers[0]!.length === 4)
			return second === undefined ? null : { day: second, month, year: first };
		return { day: first, month, year: yearOf(numbers[1]) };
	}
	if (second === undefined) return null;
	if (numbers[0]!.length === 4)
		return third === undefined ? null : { day: third, month: second, year: first };
	const year = yearOf(numbers[2]);
	return second > 12 ? { day: second, month: first, year } : { day: first, month: second, year };
}

/** Two digits are a year of this century. */
function yearOf(typed: string | undefined): number | null {
	if (typed === undefined) return null;
	return typed.length === 2 ? 2000 + Number(typed) : Number(typed);
}

const padded = (value: number, length: number): string => String(value).padStart(length, '0');

function dateOf({ day, month, year }: Parts, today: LocalDate): LocalDate | null {
	const inYear = (year: number) =>
		typedDate(`${padded(year, 4)}-${padded(month, 2)}-${padded(day, 2)}`);
	if (year !== null) {
		const date = inYear(year);
		return year >= 2000 && year < 2100 && isLocalDate(date) ? date : null;
	}
	const thisYear = Number(today.slice(0, 4));
	const candidates = Array.from({ length: LONGEST_WAIT + 1 }, (_, years) =>
		inYear(thisYear + years),
	);
	return candidates.find((date) => isLocalDate(date) && date >= today) ?? null;
}
