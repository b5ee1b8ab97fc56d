import { monthNamed, weekdayNamed } from '../time/date-names';
import type { LocalDate } from '../time/local-of';
import { isLocalDate, weekday } from '../time/local-time';
import { parseTypedTime } from '../time/typed-time';
import { languages, understandAll, type Meaning } from '../register/headings/understand-heading';
import { plainText } from '../register/plain-text';
import { isWebLink } from '../links/web-link';

/** One line of a block pasted from a spreadsheet, as it was understood. */
export interface BlockLine {
	/** From 1, as the block counts. */
	readonly line: number;
	readonly teacher: string;
	/** The dates meant; every date of the conference where none is named. */
	readonly dates: readonly LocalDate[];
	/** Minutes after midnight; `null`: the conference's hours. */
	readonly hours: { readonly start: number; readonly end: number } | null;
	readonly room: string;
	readonly link: string;
}

export type BlockFault = {
	readonly line: number;
	readonly code:
		| 'no-teacher'
		| 'unreadable-date'
		| 'unreadable-time'
		| 'end-before-start'
		| 'one-time-missing'
		| 'unreadable-link';
	/** What stood there. */
	readonly text: string;
};

export interface BlockRead {
	readonly lines: readonly BlockLine[];
	readonly faults: readonly BlockFault[];
}

const COLUMNS = ['teacher', 'date', 'from', 'to', 'room', 'link'] as const;
type Column = (typeof COLUMNS)[number];

/**
 * Reads a block of cells (teacher, date, from, to, room, link), with a line of headings in any order or
 * in this order without one. An empty teacher or date is the one above it, as spreadsheets are filled.
 * `dates` are the conference's: a day of the week, or a date without a year, means one of them.
 */
export function readBlock(
	rows: readonly (readonly string[])[],
	dates: readonly LocalDate[],
): BlockRead {
	const cells = rows.map((row) => row.map((cell) => cell.trim()));
	const headings = headingsOf(cells[0] ?? []);
	const columns = headings ?? COLUMNS;
	const lines: BlockLine[] = [];
	const faults: BlockFault[] = [];
	let [teacher, day] = ['', ''];
	cells.forEach((row, index) => {
		if ((headings && index === 0) || row.every((cell) => !cell)) return;
		const line = index + 1;
		const cell = (name: Column) => row[columns.indexOf(name)] ?? '';
		const fault = (code: BlockFault['code'], text: string) => faults.push({ line, code, text });
		if (cell('teacher')) [teacher, day] = [cell('teacher'), ''];
		day = cell('date') || day;
		const meant = day ? datesMeant(day, dates) : [...dates];
		const hours = hoursOf(cell('from'), cell('to'));
		const link = cell('link');
		if (!teacher) fault('no-teacher', '');
		else if (meant.length === 0) fault('unreadable-date', day);
		else if (typeof hours === 'string') fault(hours, `${cell('from')} ${cell('to')}`.trim());
		else if (link && !isWebLink(link)) fault('unreadable-link', link);
		else lines.push({ line, teacher, dates: meant, hours, room: cell('room'), link });
	});
	return { lines, faults };
}

/** The columns of a line of headings, in any of the languages; `null` for a line that is none. */
function headingsOf(row: readonly string[]): (Column | null)[] | null {
	const meanings = understandAll(row);
	const named = row.map((cell, index) => hoursColumn(cell) ?? columnOf(meanings[index] ?? null));
	return named.includes('teacher') && named.filter(Boolean).length > 1 ? named : null;
}

const HOURS = (['date', 'from', 'to'] as const).map(
	(column) =>
		[
			column,
			new Set(languages.flatMap(({ hours }) => hours[column].split(', ').map(plainText))),
		] as const,
);

const hoursColumn = (cell: string): Column | undefined =>
	HOURS.find(([, words]) => words.has(plainText(cell)))?.[0];

function columnOf(meaning: Meaning | null): Column | null {
	if (!meaning) return null;
	const [what] = meaning.what;
	if (what === 'room' || what === 'link') return what;
	const isWho = meaning.who.includes('teacher') || meaning.who.length === 0;
	return isWho && (what === undefined || what === 'name' || what === 'familyName')
		? 'teacher'
		: null;
}

function hoursOf(from: string, to: string): BlockLine['hours'] | BlockFault['code'] {
	if (!from && !to) return null;
	if (!from || !to) return 'one-time-missing';
	const [start, end] = [parseTypedTime(from), parseTypedTime(to)];
	if (start === null || end === null) return 'unreadable-time';
	return start < end ? { start, end } : 'end-before-start';
}

/** The dates that a text means: a date in full, a day of the week, or a day and month of the conference. */
export function datesMeant(text: string, dates: readonly LocalDate[]): LocalDate[] {
	if (isLocalDate(text)) return [text];
	const words = plainText(text)
		.split(/[^a-z0-9]+/)
		.filter(Boolean);
	const found = (namedBy: (word: string) => number, among: readonly string[]) =>
		among.map(namedBy).find((named) => named > 0);
	const hasNumber = words.some((word) => /^\d/.test(word));
	const month = found(monthNamed, words);
	// "3 mar" is in March; "mar" alone is a Tuesday in two languages.
	const isMonth = (word: string) => hasNumber && monthNamed(word) > 0;
	const day = found(
		weekdayNamed,
		words.filter((word) => !isMonth(word)),
	);
	const numbers = words.flatMap((word) => {
		const number = /^(\d{1,4})(st|nd|rd|th)?$/.exec(word);
		return number ? [Number(number[1])] : [];
	});
	if (numbers.length === 0)
		return day === undefined ? [] : dates.filter((date) => weekday(date) === day);
	return dates.filter((date) => {
		const [year, inMonth, inDay] = date.split('-').map(Number) as [number, number, number];
		if (day !== undefined && weekday(date) !== day) return false;
		const year2 = numbers.length === 3 || month !== undefined ? year % 100 : -1;
		const last = numbers.at(-1);
		const rest =
			numbers.length > 1 && (last === year || last === year2) ? numbers.slice(0, -1) : numbers;
		if (month !== undefined) return inMonth === month && rest.includes(inDay);
		// Day and month in either order: only the conference's own dates are looked at.
		return rest.length === 2
			? (rest[0] === inDay && rest[1] === inMonth) || (rest[0] === inMonth && rest[1] === inDay)
			: rest.length === 1 && rest[0] === inDay;
	});
}
