import { isLocalDate, weekday, type LocalDate } from '../time/local-time';
import { parseTypedTime } from '../time/typed-time';
import { plainText } from '../lists/plain-text';
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

const HEADINGS: Record<Column, readonly string[]> = {
	teacher: ['teacher', 'name', 'desk', 'staff', 'who'],
	date: ['date', 'day', 'when'],
	from: ['from', 'start', 'starts', 'begin', 'begins'],
	to: ['to', 'until', 'end', 'ends'],
	room: ['room', 'place', 'where'],
	link: ['link', 'video', 'video link', 'url', 'address'],
};

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

function headingsOf(row: readonly string[]): Column[] | null {
	const named = row.map((cell) => {
		const plain = plainText(cell);
		return COLUMNS.find((column) => HEADINGS[column].includes(plain));
	});
	return named.includes('teacher') && named.filter(Boolean).length > 1
		? named.map((column) => column ?? ('' as Column))
		: null;
}

function hoursOf(from: string, to: string): BlockLine['hours'] | BlockFault['code'] {
	if (!from && !to) return null;
	if (!from || !to) return 'one-time-missing';
	const [start, end] = [parseTypedTime(from), parseTypedTime(to)];
	if (start === null || end === null) return 'unreadable-time';
	return start < end ? { start, end } : 'end-before-start';
}

const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const MONTHS = [
	...['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september'],
	...['october', 'november', 'december'],
];

/** The dates that a text means: a date in full, a day of the week, or a day and month of the conference. */
export function datesMeant(text: string, dates: readonly LocalDate[]): LocalDate[] {
	if (isLocalDate(text)) return [text];
	const words = plainText(text)
		.split(/[^a-z0-9]+/)
		.filter(Boolean);
	const starts = (names: readonly string[], word: string) =>
		word.length >= 3 ? names.findIndex((name) => name.startsWith(word)) : -1;
	const day = words.map((word) => starts(WEEKDAYS, word)).find((index) => index >= 0);
	const month = words.map((word) => starts(MONTHS, word)).find((index) => index >= 0);
	const numbers = words.flatMap((word) => {
		const number = /^(\d{1,4})(st|nd|rd|th)?$/.exec(word);
		return number ? [Number(number[1])] : [];
	});
	if (month === undefined && numbers.length === 0)
		return day === undefined ? [] : dates.filter((date) => weekday(date) === day + 1);
	return dates.filter((date) => {
		const [year, inMonth, inDay] = date.split('-').map(Number) as [number, number, number];
		if (day !== undefined && weekday(date) !== day + 1) return false;
		const year2 = numbers.length === 3 || month !== undefined ? year % 100 : -1;
		const last = numbers.at(-1);
		const rest =
			numbers.length > 1 && (last === year || last === year2) ? numbers.slice(0, -1) : numbers;
		if (month !== undefined) return inMonth === month + 1 && rest.includes(inDay);
		// Day and month in either order: only the conference's own dates are looked at.
		return rest.length === 2
			? (rest[0] === inDay && rest[1] === inMonth) || (rest[0] === inMonth && rest[1] === inDay)
			: rest.length === 1 && rest[0] === inDay;
	});
}
