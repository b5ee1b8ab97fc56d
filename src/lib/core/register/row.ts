import { z } from 'zod/mini';
import { isWebLink } from '../links/web-link';
import { languages } from './headings/understand-heading';
import type { ListField } from './list-kinds';
import { readFamilyFirst, readPersonName, type PersonName } from './person-name';
import { plainText } from './plain-text';
import type { NamedTable } from './named-table';
import type { Channel, ListFault, ListFaultCode, Origin } from './register-lists';
import type { ListTable } from './table';

/** The most characters that a cell of this meaning may have; all others 120. */
const LONGEST: Partial<Record<ListField, number>> = {
	address: 300,
	adult2Address: 300,
	link: 500,
	hours: 300,
};
const LONGEST_OF_OTHERS = 120;

/** Meanings in which a date can only be a spreadsheet's own idea (`7/8` turned into 7 August). */
const NEVER_DATES: ReadonlySet<ListField> = new Set([
	...(['name', 'familyFirst', 'givenName', 'familyName', 'yearGroup', 'class', 'room'] as const),
	...(['subject', 'student', 'studentGivenName', 'studentFamilyName', 'teacher'] as const),
]);
const DATE =
	/^(\d{4}-\d{2}-\d{2}([T ].*)?|\d{1,2}-(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)(-\d+)?)$/i;

const TELEPHONES: ReadonlySet<ListField> = new Set([
	'telephone',
	'adultTelephone',
	'adult2Telephone',
]);
const EMAILS: ReadonlySet<ListField> = new Set(['email', 'adultEmail', 'adult2Email']);
/** Characters that no text has: controls, and the mark of a letter that could not be decoded. */
// eslint-disable-next-line no-control-regex
const UNREADABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffd]/;

const plainWords = (words: string): string[] => words.split(', ').map(plainText);
const CHANNELS: readonly (readonly [Channel, ReadonlySet<string>])[] = (
	['email', 'text', 'telephone', 'paper'] as const
).map((channel) => [
	channel,
	new Set(languages.flatMap(({ channels }) => plainWords(channels[channel]))),
]);
const TRUE = new Set(languages.flatMap(({ yes }) => plainWords(yes)));

/** Who a column of names is about. */
export type NamePrefix = '' | 'adult' | 'adult2' | 'student';
const NAME_FIELDS = {
	'': ['name', 'givenName', 'familyName'],
	adult: ['adultName', 'adultGivenName', 'adultFamilyName'],
	adult2: ['adult2Name', 'adult2GivenName', 'adult2FamilyName'],
	student: ['student', 'studentGivenName', 'studentFamilyName'],
} as const satisfies Record<NamePrefix, readonly ListField[]>;

/** The cells of one row by meaning, with what is wrong in them. */
export class Row {
	readonly origin: Origin;
	readonly faults: ListFault[] = [];
	/** What is worth knowing and leaves nothing out. */
	readonly notes: ListFault[] = [];
	readonly #cells = new Map<ListField, string>();
	readonly #headings = new Map<ListField, string>();

	constructor({ table, columns }: NamedTable, row: ListTable['rows'][number]) {
		this.origin = { file: table.name, row: row.row };
		columns.forEach((field, index) => {
			if (field === null) return;
			this.#headings.set(field, table.header[index]!);
			const text = (row.cells[index] ?? '').replaceAll(/\s+/g, ' ').trim();
			if (text && this.#isSound(field, text)) this.#cells.set(field, text);
		});
	}

	/** What stands under this meaning; `null` for nothing, and for what is wrong. */
	get(field: ListField): string | null {
		return this.#cells.get(field) ?? null;
	}

	/** Whether the list has such a column. */
	has(field: ListField): boolean {
		return this.#headings.has(field);
	}

	fault(code: ListFaultCode, field?: ListField, text?: string): null {
		this.faults.push({
			origin: this.origin,
			code,
			field,
			heading: field ? (this.#headings.get(field) ?? '') : undefined,
			text: text?.slice(0, 60),
		});
		return null;
	}

	#isSound(field: ListField, text: string): boolean {
		const code = faultOfCell(field, text);
		if (code) this.fault(code, field, text);
		return code === null;
	}

	/** The name as its columns write it; `null` where none stands. */
	nameOf(prefix: NamePrefix): PersonName | null {
		const [whole, given, family] = NAME_FIELDS[prefix].map((field) => this.get(field));
		if (family) return { title: null, givenName: given ?? null, familyName: family };
		if (!whole) return null;
		const name = readPersonName(whole);
		return given ? { ...name, givenName: given } : name;
	}

	/** The name that the row is about. A fault if there is none, or if its parts cannot be told apart. */
	name(): PersonName | null {
		const reversed = this.get('familyFirst');
		const name = reversed ? readFamilyFirst(reversed) : this.nameOf('');
		if (name) return { ...name, title: this.get('title') ?? name.title };
		if (reversed) return this.fault('name-order', 'familyFirst', reversed);
		const isFaulty = (['name', 'familyName', 'familyFirst'] as const).some((one) =>
			this.faults.some(({ field }) => field === one),
		);
		if (!isFaulty) this.fault('name-missing', this.has('familyName') ? 'familyName' : 'name');
		return null;
	}

	channel(): Channel | null {
		const text = this.get('channel');
		if (!text) return null;
		const found = CHANNELS.find(([, words]) => words.has(plainText(text)));
		return found?.[0] ?? this.fault('channel-unknown', 'channel', text);
	}

	/** `yes` and the like are true, anything else is false; `null` when nothing stands there. */
	flag(field: ListField): boolean | null {
		const text = this.get(field);
		return text === null ? null : TRUE.has(plainText(text));
	}

	list(field: ListField, separators = /[;,|]/): string[] | null {
		const parts = this.get(field)
			?.split(separators)
			.map((part) => part.trim());
		return parts?.filter(Boolean) ?? null;
	}

	/** An address that may stand in several columns. */
	address(street: ListField, postcode: ListField, town: ListField): string | null {
		const place = [this.get(postcode), this.get(town)].filter(Boolean).join(' ');
		return [this.get(street), place].filter(Boolean).join(', ') || null;
	}
}

function faultOfCell(field: ListField, text: string): ListFaultCode | null {
	if (UNREADABLE.test(text)) return 'control-characters';
	if (text.length > (LONGEST[field] ?? LONGEST_OF_OTHERS)) return 'too-long';
	if (/^[=@]/.test(text) || (/^[+-]/.test(text) && !TELEPHONES.has(field))) return 'formula';
	if (NEVER_DATES.has(field) && DATE.test(text)) return 'date-for-text';
	if (EMAILS.has(field) && !z.email().safeParse(text).success) return 'email-wrong';
	if (TELEPHONES.has(field) && !/^\+?[\d\s().\-/x]{3,}$/i.test(text)) return 'telephone-wrong';
	if (field === 'link' && !isWebLink(text)) return 'link-wrong';
	return null;
}
