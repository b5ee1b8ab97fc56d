import exceljs from 'exceljs';

/** A list as an office really has it, and what it must be read as. Made up; the headings are common practice. */
export interface OddList {
	readonly about: string;
	readonly name: string;
	readonly bytes: () => Promise<Uint8Array> | Uint8Array;
	/** The meaning of each column, `-` where it is not read. */
	readonly columns: string;
	/** Who is read: `Given Family, class, year`, and adults `Given Family, e-mail, telephone, address`. */
	readonly people: readonly string[];
	readonly adults?: readonly string[];
	/** How many households that makes. */
	readonly families?: number;
	/** What is asked before anything is read, or faults that are said. */
	readonly asked?: readonly string[];
}

const text = (lines: readonly string[]) => () => new TextEncoder().encode(`${lines.join('\n')}\n`);

const workbook = (fill: (book: exceljs.Workbook) => void) => async () => {
	const book = new exceljs.Workbook();
	fill(book);
	return new Uint8Array(await book.xlsx.writeBuffer());
};

export const oddLists: readonly OddList[] = [
	{
		about:
			'German: title rows, father and mother in one row, a running number, postcode and town apart',
		name: 'Klassenliste 7a.csv',
		bytes: text([
			'Gymnasium am Hang;;;;;;;;;;;',
			'Stand: 1. September;;;;;;;;;;;',
			'',
			'Lfd. Nr.;Name;Vorname;Kl.;Geb.-Datum;Straße;PLZ;Ort;Name Vater;E-Mail Vater;Name Mutter;Tel. Mutter',
			'1;Übelmesser;Ida;7a;3.4.2014;Am Hang 3;24103;Kiel;Ole Übelmesser;ole@x.example;Rut Adler;0431 22 33 44',
			'2;Oğuz;Noor;7a;1.2.2014;Ring 8;24103;Kiel;Can Oğuz;can@x.example;;',
			'Summe;2;;;;;;;;;;',
		]),
		columns:
			'- familyName givenName class - address postcode town adultName adultEmail adult2Name adult2Telephone',
		people: ['Ida Übelmesser, 7a, 7', 'Noor Oğuz, 7a, 7'],
		adults: [
			'Ole Übelmesser, ole@x.example, , Am Hang 3, 24103 Kiel',
			'Rut Adler, , 0431 22 33 44, Am Hang 3, 24103 Kiel',
			'Can Oğuz, can@x.example, , Ring 8, 24103 Kiel',
		],
		families: 2,
	},
	{
		about: 'German: abbreviations, numbered guardians, a second address, umlauts written out',
		name: 'export.csv',
		bytes: text([
			'Schuelernr.;Rufname;Familienname;Klasse;Name Erz.-Ber. 1;E-Mail Erz.-Ber. 1;Anschrift;Name Erz.-Ber. 2;E-Mail Erz.-Ber. 2;Anschrift 2',
			'4711;Ida;Wren;7a;Ole Wren;ole@x.example;Hang 3;Rut Adler;rut@x.example;Ring 8',
			'4712;Tom;Pyo;7b;Ann Pyo;ann@x.example;Weg 1;Jo Pyo;jo@x.example;',
		]),
		columns:
			'key givenName familyName class adultName adultEmail address adult2Name adult2Email adult2Address',
		people: ['Ida Wren, 7a, 7', 'Tom Pyo, 7b, 7'],
		adults: [
			'Ole Wren, ole@x.example, , Hang 3',
			'Rut Adler, rut@x.example, , Ring 8',
			'Ann Pyo, ann@x.example, , Weg 1',
			'Jo Pyo, jo@x.example, , Weg 1',
		],
		families: 3,
	},
	{
		about: 'German: headings on two levels, merged over each adult, and classes merged downwards',
		name: 'Schüler.xlsx',
		bytes: workbook((book) => {
			const sheet = book.addWorksheet('Liste');
			sheet.addRow(['Schüler', '', 'Klasse', 'Mutter', '', 'Vater', '']);
			sheet.addRow(['Nachname', 'Vorname', '', 'Name', 'E-Mail', 'Name', 'E-Mail']);
			sheet.mergeCells('A1:B1');
			sheet.mergeCells('D1:E1');
			sheet.mergeCells('F1:G1');
			sheet.addRow(['Wren', 'Ida', '5a', 'Rut Wren', 'rut@x.example', 'Ole Roy', 'ole@x.example']);
			sheet.addRow(['Pyo', 'Tom', '', 'Ann Pyo', 'ann@x.example']);
			sheet.mergeCells('C3:C4');
		}),
		columns: 'familyName givenName class adultName adultEmail adult2Name adult2Email',
		people: ['Ida Wren, 5a, 5', 'Tom Pyo, 5a, 5'],
		adults: ['Rut Wren, rut@x.example, ', 'Ole Roy, ole@x.example, ', 'Ann Pyo, ann@x.example, '],
	},
	{
		about: 'German: two classes in one cell, and a teacher by abbreviation',
		name: 'Unterrichtsverteilung.csv',
		bytes: text(['Lehrkraft;Fach;Klassen', 'Müller;Sport;5a/5b', 'Dr. Rut Adler;Kunst;7a + 7b']),
		columns: 'teacher subject class',
		people: [],
		asked: ['class 5a/5b', 'class 7a + 7b'],
	},
	{
		about: 'French: family names in capitals in one column, guardians numbered',
		name: 'élèves.csv',
		bytes: text([
			'Nom et prénom;Classe;Responsable légal 1;Courriel resp. légal 1;Responsable légal 2;Portable responsable légal 2',
			'DE LA CRÊTE Anaïs;6e B;Luc de la Crête;luc@x.example;Ève Roy;06 11 22 33 44',
			'DUPONT Léo;6e B;Ida Dupont;ida@x.example;;',
		]),
		columns: 'familyFirst class adultName adultEmail adult2Name adult2Telephone',
		people: ['Anaïs DE LA CRÊTE, 6e B, 6', 'Léo DUPONT, 6e B, 6'],
		adults: [
			'Luc de la Crête, luc@x.example, ',
			'Ève Roy, , 06 11 22 33 44',
			'Ida Dupont, ida@x.example, ',
		],
	},
	{
		about: 'French: a name that nobody can part is asked about, not guessed',
		name: 'liste.csv',
		bytes: text([
			'Nom Prénom;Classe;Mél',
			'Dupont Léo;6e B;a@x.example',
			'Martin Roy Anne;6e B;b@x.example',
		]),
		columns: 'familyFirst class adultEmail',
		people: ['Léo Dupont, 6e B, 6'],
		adults: [', a@x.example, '],
		asked: ['name-order 3'],
	},
	{
		about: 'French: name and given name, level and division, mother and father',
		name: 'base.csv',
		bytes: text([
			"N°,Nom de l'élève,Prénom de l'élève,Niveau,Division,Adresse mail de la mère,Tél. portable du père",
			'12,Roy,Zoé,Sixième,B,mere@x.example,0611223344',
			'7,Roy,Luc,Cinquième,A,mere@x.example,0611223344',
		]),
		columns: 'key familyName givenName yearGroup class adultEmail adult2Telephone',
		people: ['Zoé Roy, B, Sixième', 'Luc Roy, A, Cinquième'],
		adults: [', mere@x.example, ', ', , 0611223344'],
	},
	{
		about: 'Spanish: surnames and name, tutors, course and group',
		name: 'alumnado.csv',
		bytes: text([
			'Apellidos;Nombre;Curso;Grupo;Tutor 1;Correo tutor 1;Tutor 2;Móvil tutor 2;Observaciones',
			'García López;Inés;1º ESO;1A;Ana López;ana@x.example;Juan García;600 11 22 33;nada',
		]),
		columns:
			'familyName givenName yearGroup class adultName adultEmail adult2Name adult2Telephone -',
		people: ['Inés García López, 1A, 1º ESO'],
		adults: ['Ana López, ana@x.example, ', 'Juan García, , 600 11 22 33'],
	},
	{
		about: 'Spanish: one column for both parents, and the school number',
		name: 'lista.csv',
		bytes: text([
			'Nº Matrícula;Apellidos y nombre;Clase;Padre/Madre;Teléfonos;Correo electrónico',
			'A-1;García, Inés;2B;María López y Juan García;600112233;ana@x.example',
		]),
		columns: 'key familyFirst class adultName adultTelephone adultEmail',
		people: ['Inés García, 2B, 2'],
		adults: ['María López, ana@x.example, 600112233', 'Juan García, , '],
	},
	{
		about: 'Portuguese: guardian, class, home language and address',
		name: 'alunos.csv',
		bytes: text([
			'N.º Processo;Nome próprio;Apelido;Ano;Turma;Encarregado de Educação;E-mail do Enc. Educação;Telemóvel;Morada;Língua materna',
			'8812;Inês;Amaral;7.º;7A;Rui Amaral;rui@x.example;912 345 678;Rua 1;Português',
		]),
		columns:
			'key givenName familyName yearGroup class adultName adultEmail adultTelephone address language',
		people: ['Inês Amaral, 7A, 7.º'],
		adults: ['Rui Amaral, rui@x.example, 912 345 678, Rua 1'],
	},
	{
		about: 'Portuguese: whole names, father and mother',
		name: 'turma.csv',
		bytes: text([
			'Nome do aluno;Turma;Mãe;E-mail da mãe;Pai;E-mail do pai',
			'Inês Amaral;7A;Ana Reis;ana@x.example;Rui Amaral;rui@x.example',
		]),
		columns: 'name class adultName adultEmail adult2Name adult2Email',
		people: ['Inês Amaral, 7A, 7'],
		adults: ['Ana Reis, ana@x.example, ', 'Rui Amaral, rui@x.example, '],
	},
	{
		about: 'English: apostrophes, the pupil’s own e-mail, an emergency number that is nobody’s',
		name: 'pupils.csv',
		bytes: text([
			'Pupil no.,Preferred name,Legal surname,Year grp,Reg. group,Student e-mail,Father e-mail,Mother’s mobile,Emergency contact phone',
			'31,Ida,Wren,Year 7,7A,ida@pupils.example,ole@x.example,07700 900123,07700 900999',
		]),
		columns: 'key givenName familyName yearGroup class - adultEmail adult2Telephone -',
		people: ['Ida Wren, 7A, Year 7'],
		adults: [', ole@x.example, ', ', , 07700 900123'],
	},
	{
		about: 'English: two rows for one student, an adult in each',
		name: 'contacts.csv',
		bytes: text([
			'StudentID,FirstName,LastName,HomeRoom,ContactName,ContactEmail',
			'31,Ida,Wren,7A,Ole Wren,ole@x.example',
			'31,Ida,Wren,7A,Rut Adler,rut@x.example',
		]),
		columns: 'key givenName familyName class adultName adultEmail',
		people: ['Ida Wren, 7A, 7'],
		adults: ['Ole Wren, ole@x.example, ', 'Rut Adler, rut@x.example, '],
		asked: ['2 rows, 1 student'],
	},
	{
		about: 'English: no column for the given name is known, so it is asked for',
		name: 'students.csv',
		bytes: text(['Surname,Blorp,Class', 'Wren,Ida,7A', 'Wren,Tom,7A']),
		columns: 'familyName - class',
		people: [],
		asked: ['missing givenName'],
	},
	{
		about: 'English: two rows of one number that contradict each other',
		name: 'students.csv',
		bytes: text(['Pupil no.,Name,Class', '31,Ida Wren,7A', '31,Ida Wren,8B', '32,Tom Pyo,7A']),
		columns: 'key name class',
		people: ['Ida Wren, 7A, 7', 'Tom Pyo, 7A, 7'],
		asked: ['rows-differ 3'],
	},
	{
		about:
			'English: a workbook with notes on its first sheet, and the headings once more on each page',
		name: 'school.xlsx',
		bytes: workbook((book) => {
			book.addWorksheet('Read me').addRow(['Ask the office before you change this.']);
			const sheet = book.addWorksheet('Roll');
			sheet.addRow(['Roll 2026/27']);
			sheet.mergeCells('A1:D1');
			sheet.addRow(['Forename', 'Surname', 'Form', 'Parent/Carer e-mail']);
			sheet.addRow(['Ida', 'Wren', '7A', 'ole@x.example']);
			sheet.addRow(['Forename', 'Surname', 'Form', 'Parent/Carer e-mail']);
			sheet.addRow(['Tom', 'Pyo', '7A', 'ann@x.example']);
			sheet.addRow(['Total pupils', 2]);
		}),
		columns: 'givenName familyName class adultEmail',
		people: ['Ida Wren, 7A, 7', 'Tom Pyo, 7A, 7'],
		adults: [', ole@x.example, ', ', ann@x.example, '],
	},
	{
		about: 'English: headings that say nothing, and cells that do',
		name: 'students.csv',
		bytes: text([
			'Student,Tutor group,Qqq,Zzz',
			'Ida Wren,7A,ole@x.example,07700 900123',
			'Tom Pyo,7A,ann@x.example,07700 900124',
		]),
		columns: 'name class adultEmail adultTelephone',
		people: ['Ida Wren, 7A, 7', 'Tom Pyo, 7A, 7'],
		adults: [', ole@x.example, 07700 900123', ', ann@x.example, 07700 900124'],
	},
	{
		about: 'French: teachers with title, abbreviation and subject',
		name: 'enseignants.csv',
		bytes: text([
			'Civilité;Nom;Prénom;Sigle;Courriel professionnel;Matières;Salle',
			'Mme;de la Crête;Anne;CRA;anne@s.example;Français, Latin;B12',
		]),
		columns: 'title familyName givenName key email subjects room',
		people: ['Anne de la Crête'],
	},
	{
		about: 'German: adults in a list of their own, by number, two in a row',
		name: 'Eltern.csv',
		bytes: text([
			'Schüler-ID;Vorname Sorgeberechtigte/r 1;Nachname Sorgeberechtigte/r 1;Handynr. 1;Vorname Sorgeberechtigte/r 2;Nachname Sorgeberechtigte/r 2;E-Mail 2;Muttersprache',
			'31;Ole;Wren;0170 112233;Rut;Adler;rut@x.example;Türkisch',
		]),
		columns:
			'student givenName familyName telephone adult2GivenName adult2FamilyName adult2Email language',
		people: [],
		asked: ['unknown-student 2', 'unknown-student 2'],
	},
];
