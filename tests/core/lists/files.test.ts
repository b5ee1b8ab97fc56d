import { describe, expect, it } from 'vitest';
import { read as readBySecondLibrary, utils } from 'xlsx';
import { decodeText } from '$lib/files/decode-text';
import { readCsv } from '$lib/files/read-csv';
import { readListFile } from '$lib/files/read-list-file';
import { writeCsv } from '$lib/files/write-csv';
import { writeWorkbook } from '$lib/files/write-workbook';
import { writeZip } from '$lib/files/write-zip';

const rowsOf = (text: string) => {
	const { header, rows } = readCsv('x.csv', text);
	return [header, ...rows.map(({ cells }) => cells)];
};

// The examples of RFC 4180, section 2, by their numbers there.
const rfc4180: [rule: string, text: string, rows: string[][]][] = [
	[
		'1, lines end with CRLF',
		'aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n',
		[
			['aaa', 'bbb', 'ccc'],
			['zzz', 'yyy', 'xxx'],
		],
	],
	[
		'2, the last line may end without',
		'aaa,bbb,ccc\r\nzzz,yyy,xxx',
		[
			['aaa', 'bbb', 'ccc'],
			['zzz', 'yyy', 'xxx'],
		],
	],
	[
		'5, cells may be quoted',
		'"aaa","bbb","ccc"\r\nzzz,yyy,xxx',
		[
			['aaa', 'bbb', 'ccc'],
			['zzz', 'yyy', 'xxx'],
		],
	],
	[
		'6, quoted cells may hold line breaks',
		'aaa,bbb,ccc\r\n"zzz","y\r\nyy","xx,x"',
		[
			['aaa', 'bbb', 'ccc'],
			['zzz', 'y\r\nyy', 'xx,x'],
		],
	],
	[
		'7, a quote in a quoted cell is doubled',
		'aaa,bbb,ccc\r\n"aaa","b""bb","ccc"',
		[
			['aaa', 'bbb', 'ccc'],
			['aaa', 'b"bb', 'ccc'],
		],
	],
];

describe('separated text', () => {
	it.each(rfc4180)('RFC 4180, section 2, rule %s', (_, text, rows) => {
		expect(rowsOf(text)).toEqual(rows);
	});

	it.each([
		['comma', 'Name,Class\nInes Amaral,7A\n'],
		['semicolon', 'Name;Class\nInes Amaral;7A\n'],
		['tab', 'Name\tClass\nInes Amaral\t7A\n'],
		['bar', 'Name|Class\nInes Amaral|7A\n'],
		['a line that says it', 'sep=;\nName;Class\nInes Amaral;7A\n'],
	])('finds the separator: %s', (_, text) => {
		expect(rowsOf(text)).toEqual([
			['Name', 'Class'],
			['Ines Amaral', '7A'],
		]);
	});

	it('keeps the numbers of the rows as a spreadsheet shows them', () => {
		const { rows } = readCsv('x.csv', '\nName,Class\n\nInes,7A\n,\nRui,7B\n');
		expect(rows.map(({ row }) => row)).toEqual([4, 6]);
	});

	it('writes what it reads again, quotes and line breaks and all', () => {
		const header = ['Name', 'Words'];
		const rows = [
			['Ines "Nia" Amaral', 'first\nsecond'],
			['د. ليلى', 'a,b;c'],
			['', 'x'],
		];
		expect(rowsOf(writeCsv({ name: 'x', header, rows }).slice(1))).toEqual([header, ...rows]);
	});

	it.each([
		['=1+1', "'=1+1"],
		['@SUM(A1)', "'@SUM(A1)"],
		['-2+3', "'-2+3"],
		['+1 902 555 0140', '+1 902 555 0140'],
		['Ines', 'Ines'],
		['x;=1+1', 'x;=1+1'],
		['\uff1d1+1', "'\uff1d1+1"],
		['  =1+1', "'  =1+1"],
		['\u200b=1+1', "'\u200b=1+1"],
		['|calc', "'|calc"],
	])('makes %s harmless to a spreadsheet (OWASP, CSV Injection)', (cell, written) => {
		const text = writeCsv({ name: 'x', header: ['A'], rows: [[cell]] });
		expect(text).toContain(`\r\n"${written}"\r\n`);
	});
});

describe('encodings', () => {
	const text = 'Name;Class\nZoë Günther-Łoś;7A\n';
	const utf16 = (bigEndian: boolean, mark: boolean) => {
		const units = [...(mark ? '\ufeff' : ''), ...text].map((letter) => letter.charCodeAt(0));
		return new Uint8Array(
			units.flatMap((unit) => (bigEndian ? [unit >> 8, unit & 255] : [unit & 255, unit >> 8])),
		);
	};
	it.each([
		['UTF-8', new TextEncoder().encode(text)],
		['UTF-8 with a mark', new TextEncoder().encode(`\ufeff${text}`)],
		['UTF-16, little end first', utf16(false, true)],
		['UTF-16, big end first', utf16(true, true)],
	])('%s', (_, bytes) => {
		expect(decodeText(bytes)).toBe(text);
	});

	it('UTF-16 without a mark, in plain letters', () => {
		const plain = 'Name,Class\nInes,7A\n';
		expect(decodeText(new Uint8Array([...plain].flatMap((c) => [c.charCodeAt(0), 0])))).toBe(plain);
	});

	it('Windows-1252, with its own letters (0x80 is the euro sign there)', () => {
		expect(decodeText(new Uint8Array([0x5a, 0x6f, 0xeb, 0x20, 0x80]))).toBe('Zoë €');
	});
});

describe('workbooks', () => {
	it('written ones are read by a second library, and hold no formula', async () => {
		const table = {
			name: 'students',
			header: ['Name', 'Class'],
			rows: [
				['Ines Amaral', '7/8'],
				['=1+1', '007'],
			],
		};
		const bytes = await writeWorkbook([table], Date.parse('2026-11-24T12:00:00Z'));
		const book = readBySecondLibrary(bytes, { cellFormula: true });
		const sheet = book.Sheets.students!;
		const written = [table.rows[0]!, ["'=1+1", '007']];
		expect(utils.sheet_to_json(sheet, { header: 1 })).toEqual([table.header, ...written]);
		expect(sheet.A3).toMatchObject({ t: 's', v: "'=1+1" });
		expect(sheet.A3).not.toHaveProperty('f');
		const [read] = await readListFile('students.xlsx', bytes);
		expect(read!.rows.map(({ cells }) => cells)).toEqual(written);
	});

	it('written by a second library are read: links, numbers, several sheets', async () => {
		const book = utils.book_new();
		const sheet = utils.aoa_to_sheet([
			['Number', 'E-mail'],
			[12, 'a@x.example'],
		]);
		sheet.B2.l = { Target: 'mailto:a@x.example' };
		utils.book_append_sheet(book, sheet, 'One');
		utils.book_append_sheet(book, utils.aoa_to_sheet([['Class'], ['7A']]), 'Two');
		const { write } = await import('xlsx');
		const bytes = new Uint8Array(write(book, { type: 'array', bookType: 'xlsx' }));
		const tables = await readListFile('school.xlsx', bytes);
		expect(tables.map(({ name }) => name)).toEqual(['school.xlsx (One)', 'school.xlsx (Two)']);
		expect(tables[0]!.rows).toEqual([{ row: 2, cells: ['12', 'a@x.example'] }]);
	});

	it('a zip of lists is as many lists', async () => {
		const bytes = writeZip(
			new Map([
				['set/users.csv', 'a,b\n1,2\n'],
				['__MACOSX/users.csv', 'x'],
			]),
		);
		expect((await readListFile('set.zip', bytes)).map(({ name }) => name)).toEqual([
			'set/users.csv',
		]);
	});
});
