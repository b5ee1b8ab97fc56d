import exceljs from 'exceljs';
import { Zip, ZipPassThrough, zipSync } from 'fflate';
import { deflateRawSync } from 'node:zlib';

/** A list that an office could have by mistake, and what must be said about it. */
export interface BadList {
	readonly about: string;
	/** Made when it is wanted: some of them are large. */
	readonly files: () => Promise<readonly BadFile[]>;
	/** Parts of one sentence: what is wrong, with row and column where there are any. */
	readonly says: readonly string[];
}

export interface BadFile {
	readonly name: string;
	readonly bytes: Uint8Array;
}

/** What is written into a zip, made small by Node: the package itself takes seconds for such a length. */
class QuicklyMadeSmall extends ZipPassThrough {
	override compression = 8;

	protected override process(chunk: Uint8Array, final: boolean) {
		this.ondata(null, new Uint8Array(deflateRawSync(chunk)), final);
	}
}

function zipOfZeros(name: string, length: number): Uint8Array {
	const parts: Uint8Array[] = [];
	const zip = new Zip((_error, part) => parts.push(part));
	const entry = new QuicklyMadeSmall(name);
	zip.add(entry);
	entry.push(new Uint8Array(length), true);
	zip.end();
	return Buffer.concat(parts);
}

const utf8 = (text: string) => new TextEncoder().encode(text);
const csv = (name: string, text: string) => async () => [
	{ name: `${name}.csv`, bytes: utf8(text) },
];
const files =
	(...entries: [name: string, text: string][]) =>
	async () =>
		entries.map(([name, text]) => ({ name: `${name}.csv`, bytes: utf8(text) }));

const STUDENTS = 'Number,Last name,First name,Class\n';
const student = (row: string) => csv('students', `${STUDENTS}1,Amaral,Ines,7A\n${row}\n`);
const teacher = (row: string) => csv('teachers', `Name,E-mail,Room,Video link,Telephone\n${row}\n`);
const adult = (row: string) =>
	files(
		['students', `${STUDENTS}1,Amaral,Ines,7A\n2,Amaral,Rui,7B\n3,Wren,Ines,7A\n4,Wren,Ines,7B\n`],
		['adults', `Student,Parent name,E-mail,Preferred way\n${row}\n`],
	);
const teaching = (row: string) =>
	files(
		['teachers', 'Name,E-mail\nIda Wren,a@x.example\nOle Wren,b@x.example\n'],
		['students', `${STUDENTS}1,Amaral,Ines,7A\n`],
		['teaching', `Class,Subject,Teacher\n${row}\n`],
	);

/** A workbook with a students' list, changed by hand. */
const workbook = (change: (sheet: exceljs.Worksheet) => void) => async () => {
	const book = new exceljs.Workbook();
	const sheet = book.addWorksheet('Students');
	sheet.addRow(['Number', 'Last name', 'First name', 'Class']);
	sheet.addRow([1, 'Amaral', 'Ines', '7A']);
	change(sheet);
	return [{ name: 'students.xlsx', bytes: new Uint8Array(await book.xlsx.writeBuffer()) }];
};

/**
 * A packed file that begins with an entry which is only stored, and in which a whole workbook lies: who goes
 * through it from the front sees two small files, who looks for the table at its end sees the workbook.
 */
async function hiddenWorkbook(): Promise<Uint8Array> {
	const [inner] = await workbook(() => {})();
	const outer = zipSync(
		{ 'xl/workbook.xml': utf8('<workbook/>'), 'note.bin': inner!.bytes },
		{ level: 0 },
	);
	// Where the table of the outer one begins stands 6 bytes before its end (APPNOTE, section 4.3.16).
	const table = new DataView(outer.buffer).getUint32(outer.length - 6, true);
	return outer.slice(0, table);
}

const ROSTER: [string, string][] = [
	['manifest', 'propertyName,value\noneroster.version,1.1\n'],
	['orgs', 'sourcedId,name,type\no,School,school\n'],
	['users', 'sourcedId,role,givenName,familyName,email\nu1,student,Ines,Amaral,\n'],
	['courses', 'sourcedId,title\nc,French\n'],
	['classes', 'sourcedId,title,courseSourcedId,classType\nk,7A,c,homeroom\n'],
	['enrollments', 'sourcedId,classSourcedId,userSourcedId,role\ne,k,u1,student\n'],
];
const roster = (change: Record<string, string | null>) =>
	files(
		...ROSTER.map(([name, text]): [string, string | null] => [
			name,
			name in change ? change[name]! : text,
		]).filter((entry): entry is [string, string] => entry[1] !== null),
	);

export const badLists: readonly BadList[] = [
	{ about: 'an empty file', files: csv('students', ''), says: ['nothing in this file'] },
	{
		about: 'blank lines alone',
		files: csv('students', '\n\n ,,\n'),
		says: ['nothing in this file'],
	},
	{
		about: 'a letter instead of a list',
		files: csv('letter', 'Dear office\nplease find the list attached\n'),
		says: ['is no list'],
	},
	{
		about: 'a picture',
		files: async () => [
			{
				name: 'logo.png',
				bytes: new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13, 0, 1, 2, 0]),
			},
		],
		says: ['is no list'],
	},
	{
		about: 'a missing column for the class',
		files: csv('students', 'Number,Last name,First name\n1,Amaral,Ines\n'),
		says: ['Say which column is: Class'],
	},
	{
		about: 'a missing column for the teacher',
		files: csv('teaching', 'Class,Subject\n7A,French\n'),
		says: ['Say which column is: Teacher'],
	},
	{
		about: 'adults without their student',
		files: csv('parents', 'Parent name,E-mail\nRui Amaral,r@x.example\n'),
		says: ['Say which column is: Student'],
	},
	{
		about: 'two columns with one heading',
		files: csv('students', 'Number,Name,Name,Class\n1,Ines Amaral,Ines Amaral,7A\n'),
		says: ['Row 1, column Name', 'two columns have this heading'],
	},
	{
		about: 'half a row',
		files: csv('students', `${STUDENTS}1,Amaral,Ines,7A\n2,Wr`),
		says: ['Row 3', 'breaks off'],
	},
	{
		about: 'cells beyond the headings',
		files: student('2,Wren,Ida,7A,,x'),
		says: ['Row 3, column F', 'right of the last heading'],
	},
	{
		about: 'a quotation mark that never closes',
		files: csv('students', `${STUDENTS}1,"Amaral,Ines,7A\n2,Wren,Ida,7A\n`),
		says: ['quotation mark', 'never closed'],
	},
	{
		about: 'a number that stands for two students',
		files: student('1,Wren,Ida,7A'),
		says: ['Number', '“1” already belongs to somebody else'],
	},
	{
		about: 'a key that stands for two teachers',
		files: csv('teachers', 'Staff number,Name\n1,Ida Wren\n1,Ole Wren\n'),
		says: ['row 3', '“1” already belongs to somebody else'],
	},
	{
		about: 'a teacher twice',
		files: csv('teachers', 'Name,E-mail\nIda Wren,a@x.example\nIda Wren,a@x.example\n'),
		says: ['Row 3', 'Ida Wren” is in the list already'],
	},
	{
		about: 'a student without a name',
		files: student('2,,,7A'),
		says: ['Row 3', 'name is missing'],
	},
	{
		about: 'a student without a class',
		files: student('2,Wren,Ida,'),
		says: ['Row 3, column Class', 'class is missing'],
	},
	{
		about: 'a name of 300 characters',
		files: student(`2,${'Wren'.repeat(75)},Ida,7A`),
		says: ['Row 3, column Last name', 'too long'],
	},
	{
		about: 'an e-mail that is none',
		files: teacher('Ida Wren,ida.wren(at)x.example,,,'),
		says: ['Row 2, column E-mail', 'is not an e-mail address'],
	},
	{
		about: 'two e-mails in one cell',
		files: teacher('Ida Wren,a@x.example; b@x.example,,,'),
		says: ['Row 2, column E-mail', 'is not an e-mail address'],
	},
	{
		about: 'a telephone number that is none',
		files: teacher('Ida Wren,,,,ask the office'),
		says: ['Row 2, column Telephone', 'is not a telephone number'],
	},
	{
		about: 'a video link that is none',
		files: teacher('Ida Wren,,,my usual one,'),
		says: ['Row 2, column Video link', 'is not a web address'],
	},
	{
		about: 'a formula in a name',
		files: student('2,"=HYPERLINK(""http://x.example"")",Ida,7A'),
		says: ['Row 3, column Last name', 'looks like a formula'],
	},
	{
		about: 'a formula that begins with an at sign',
		files: student('2,@SUM(A1),Ida,7A'),
		says: ['Row 3, column Last name', 'looks like a formula'],
	},
	{
		about: 'a class that a spreadsheet turned into a date',
		files: student('2,Wren,Ida,07-Aug'),
		says: ['Row 3, column Class', 'is a date'],
	},
	{
		about: 'the wrong encoding, seen in a mark of what could not be decoded',
		files: student('2,Go\ufffdmez,Ida,7A'),
		says: ['Row 3, column Last name', 'encoding'],
	},
	{
		about: 'control characters in a name',
		files: student('2,Wr\u0007en,Ida,7A'),
		says: ['Row 3, column Last name', 'do not belong in text'],
	},
	{
		about: 'an adult of an unknown student',
		files: adult('99,Rui Amaral,r@x.example,'),
		says: ['adults.csv, Row 2, column Student', 'there is no student “99”'],
	},
	{
		about: 'an adult of a student whose name is not the only one',
		files: adult('Ines Wren,Rui Wren,r@x.example,'),
		says: ['Row 2, column Student', 'several students'],
	},
	{
		about: 'an adult without a student',
		files: adult(',Rui Amaral,r@x.example,'),
		says: ['Row 2, column Student', 'student is missing'],
	},
	{
		about: 'an adult without name and e-mail',
		files: adult('1,,,e-mail'),
		says: ['Row 2', 'name is missing'],
	},
	{
		about: 'a way of telling that is none',
		files: adult('1,Rui Amaral,r@x.example,pigeon'),
		says: ['Row 2, column Preferred way', 'is not e-mail'],
	},
	{
		about: 'a class taught by an unknown teacher',
		files: teaching('7A,French,Nobody Here'),
		says: ['teaching.csv, Row 2, column Teacher', 'there is no teacher “Nobody Here”'],
	},
	{
		about: 'a class taught by a family name that two teachers have',
		files: teaching('7A,French,Ms Wren'),
		says: ['Row 2, column Teacher', 'several teachers'],
	},
	{
		about: 'a class taught by nobody',
		files: teaching('7A,French,'),
		says: ['Row 2, column Teacher', 'teacher is missing'],
	},
	{
		about: 'a student in an unknown class',
		files: files(
			['students', `${STUDENTS}1,Amaral,Ines,7A\n`],
			['enrolments', 'Class,Student\nFrench 7,1\n'],
		),
		says: ['enrolments.csv, Row 2, column Class', 'there is no class “French 7”'],
	},
	{
		about: 'a workbook with one cell over two columns',
		files: workbook((sheet) => {
			sheet.addRow([2, 'Wren', 'Ida', '7A']);
			sheet.mergeCells('C3:D3');
		}),
		says: ['Row 3, column D', 'cells are merged'],
	},
	{
		about: 'a workbook with a class that became a date',
		files: workbook((sheet) => {
			sheet.addRow([2, 'Wren', 'Ida', new Date('2026-08-07')]);
		}),
		says: ['Row 3, column Class', '“2026-08-07” is a date'],
	},
	{
		about: 'a workbook with a formula that was never computed',
		files: workbook((sheet) => {
			sheet.addRow([2, { formula: 'B2' }, 'Ida', '7A']);
		}),
		says: ['Row 3, column B', 'formula without a value'],
	},
	{
		about: 'a damaged workbook',
		files: async () => {
			const [file] = await workbook(() => {})();
			return [{ ...file!, bytes: file!.bytes.slice(0, file!.bytes.length / 2) }];
		},
		says: ['damaged'],
	},
	{
		about: 'a zip without lists',
		files: async () => [{ name: 'photos.zip', bytes: zipSync({ 'a.jpg': new Uint8Array(9) }) }],
		says: ['is no list'],
	},
	{
		about: 'a file of 50 MB',
		files: async () => [{ name: 'all.csv', bytes: new Uint8Array(50 * 1024 * 1024).fill(97) }],
		says: ['larger than 20 MB'],
	},
	{
		about: 'a zip of half a MB that swells to 128 MB',
		files: async () => {
			return [{ name: 'lists.zip', bytes: zipOfZeros('students.csv', 128 * 1024 * 1024) }];
		},
		says: ['unpacks to more than 100 MB'],
	},
	{
		about: 'a workbook with a cell in its last column',
		files: workbook((sheet) => {
			sheet.getCell('XFD3').value = 'x';
		}),
		says: ['200th column'],
	},
	{
		about: 'a workbook behind a stored entry, where the limits do not look',
		files: async () => [{ name: 'hidden.xlsx', bytes: await hiddenWorkbook() }],
		says: ['nothing in this file'],
	},
	{
		about: 'a OneRoster set without its enrollments',
		files: roster({ enrollments: null }),
		says: ['enrollments.csv', 'this file is missing'],
	},
	{
		about: 'a OneRoster set whose users have no role',
		files: roster({ users: 'sourcedId,givenName,familyName\nu1,Ines,Amaral\n' }),
		says: ['users.csv', 'the column role is missing'],
	},
	{
		about: 'a OneRoster enrollment in a class that is not there',
		files: roster({
			enrollments: 'sourcedId,classSourcedId,userSourcedId,role\ne,zz,u1,student\n',
		}),
		says: ['enrollments.csv, Row 2, column classSourcedId', 'there is no class “zz”'],
	},
	{
		about: 'a OneRoster enrollment of a user that is not there',
		files: roster({ enrollments: 'sourcedId,classSourcedId,userSourcedId,role\ne,k,zz,student\n' }),
		says: ['enrollments.csv, Row 2, column userSourcedId', 'there is no user “zz”'],
	},
];
