/** Gannet Cove School: invented from end to end. What its lists do not say is here. */

export const school = { name: 'Gannet Cove School', timeZone: 'America/Halifax' };

/** How it looks, and where it is. */
export const look = {
	colour: '#4f6b2a',
	telephone: '',
	welcome:
		'Come in, sit down, ask. A good conversation with each teacher is worth more than a long one.',
	postalAddress: '12 Harbour Road\nGannet Cove, Nova Scotia',
	officeHours: 'The office answers Monday to Friday, 8:00 to 15:00.',
};

/** Minutes on foot between buildings. */
export const walks: [from: string, to: string, minutes: number][] = [
	['Lighthouse House', 'Boathouse Wing', 2],
	['Lighthouse House', 'Field Block', 4],
	['Boathouse Wing', 'Field Block', 5],
];

/** Rooms by building, with how many desks they take. Plover and Petrel are up a flight of stairs. */
export const rooms: readonly {
	readonly name: string;
	readonly building: string;
	readonly spaces: number;
	readonly stepFree: boolean;
}[] = [
	...['Puffin', 'Tern'].map((name) => ({ name, spaces: 3 })),
	...['Eider', 'Kittiwake', 'Plover', 'Petrel'].map((name) => ({ name, spaces: 2 })),
]
	.map((room) => ({
		...room,
		building: 'Lighthouse House',
		stepFree: room.name !== 'Plover' && room.name !== 'Petrel',
	}))
	.concat(
		[
			{ name: 'Curlew', spaces: 1 },
			{ name: 'Sandpiper', spaces: 3 },
			{ name: 'Guillemot', spaces: 2 },
		].map((room) => ({ ...room, building: 'Boathouse Wing', stepFree: true })),
		[{ name: 'Net Loft', spaces: 8, building: 'Field Block', stepFree: true }],
	);

/** Minutes from one room of a building to another. */
export const insideMinutes = 1;

export interface DemoTeacher {
	readonly title: string;
	readonly name: string;
	/** What is taught, by class. */
	readonly subjects: readonly { readonly subject: string; readonly classes: readonly string[] }[];
	readonly room?: string;
	readonly building?: string;
	readonly link?: string;
	readonly telephone?: string;
	readonly pin?: string;
}

const house = 'Lighthouse House';
const wing = 'Boathouse Wing';
const field = 'Field Block';
const A = ['7A', '8A', '9A'];
const B = ['7B', '8B', '9B'];
const all = [...A, ...B];

const teacher = (
	title: string,
	name: string,
	room: string,
	building: string,
	subject: string,
	classes: readonly string[],
): DemoTeacher => ({ title, name, room, building, subjects: [{ subject, classes }] });

const onVideo = (title: string, name: string, subject: string, classes: readonly string[]) => ({
	title,
	name,
	subjects: [{ subject, classes }],
	link: `https://doorway.gannetcove.example/${name.split(' ').at(-1)!.toLowerCase()}`,
});

/** Who sits at a desk alone, in the order of the desks. */
export const teachers: readonly DemoTeacher[] = [
	teacher('Ms', 'Ines Amaral', 'Puffin', house, 'Grade 2', ['2A']),
	teacher('Mr', 'Tobias Wren', 'Tern', house, 'Grade 3', ['3A']),
	teacher('Mr', 'Oskar Lindqvist', 'Eider', house, 'Mathematics', A),
	teacher('Ms', 'Nuala Brophy', 'Petrel', house, 'Language arts', A),
	teacher('Mr', 'Dae-jung Pyo', 'Curlew', wing, 'Science', all),
	onVideo('Ms', 'Marisol Etxeberria', 'French', ['7A', '8A', '7B', '8B']),
	teacher('Ms', 'Rukhsana Mirza', 'Kittiwake', house, 'Social studies', all),
	teacher('Mr', 'Piet van Rooyen', 'Net Loft', field, 'Physical education', ['3A', '9A']),
	teacher('Ms', 'Halima Sesay', 'Guillemot', wing, 'Art', ['7A', '7B', '8B']),
	{
		...teacher('Mr', 'Anselm Kofler', 'Sandpiper', wing, 'Music', ['8B', '9B']),
		link: 'https://doorway.gannetcove.example/kofler',
	},
	teacher('Ms', 'Brigid Oduya', 'Plover', house, 'Primary', ['PA']),
	teacher('Mr', 'Teuvo Harju', 'Plover', house, 'Primary', ['PB']),
	teacher('Ms', 'Lidia Cabral', 'Puffin', house, 'Grade 1', ['1A']),
	teacher('Ms', 'Wen-hui Tsai', 'Tern', house, 'Grade 1', ['1B']),
	teacher('Mr', 'Emrys Beynon', 'Puffin', house, 'Grade 2', ['2B']),
	teacher('Ms', 'Solveig Dahlen', 'Tern', house, 'Grade 3', ['3B']),
	teacher('Mr', 'Rashad Nassar', 'Sandpiper', wing, 'Grade 6', ['6A']),
	teacher('Ms', 'Ludmila Horak', 'Sandpiper', wing, 'Grade 6', ['6B']),
	teacher('Ms', 'Yetunde Balogun', 'Eider', house, 'Mathematics', B),
	teacher('Mr', 'Colm Tierney', 'Petrel', house, 'Language arts', B),
	onVideo('Ms', 'Adjoa Mensah', 'French', ['9A', '9B']),
	teacher('Ms', 'Pernille Storm', 'Net Loft', field, 'Physical education', ['7B', '8B', '9B']),
	teacher('Mr', 'Gaspar Leite', 'Net Loft', field, 'Drama', ['9A', '9B']),
];

/** Two teachers of one class, who receive together. */
export const together: readonly DemoTeacher[] = [
	teacher('Ms', 'Fionnuala Reyes', 'Kittiwake', house, 'Grade 4/5', ['4/5']),
	teacher('Mr', 'Hamza Idrissi', 'Kittiwake', house, 'Grade 4/5', ['4/5']),
];

/** Learning support: no class of their own. */
export const support: readonly DemoTeacher[] = [
	...['Agneta Sjoberg', 'Moses Wekesa', 'Clio Vassallo'].map((name) =>
		teacher('Ms', name, 'Net Loft', field, 'Learning support', []),
	),
];

export const counsellor: DemoTeacher = {
	title: 'Ms',
	name: 'Ottoline Marsh',
	subjects: [{ subject: 'Counsellor', classes: [] }],
	telephone: '+1 902 555 0140',
	pin: '4471',
};
export const principal = teacher('Dr', 'Emeric Thorne', 'Net Loft', field, 'Principal', []);

/** A second desk of a teacher who has one already: the last hour of Friday. */
export const secondDesk = {
	teacher: 'Halima Sesay',
	subject: 'Art club',
	room: 'Guillemot',
	building: wing,
	hours: { start: 660, end: 720 },
};

export const interpreters = [
	{ name: 'Samira Haddad', languages: 'Arabic', hours: 'Thursday 16:00-19:00' },
	{ name: 'Duarte Fonseca', languages: 'Portuguese', hours: 'Thursday 15:30-18:00' },
	{ name: "Mali'an Googoo", languages: "Mi'kmaw", hours: 'Friday 9:00-12:00' },
];

/** Who is in the own room on Thursday and on video on Friday. */
export const videoOnFriday = 'Anselm Kofler';

/** Who has an hour at the dentist's on Thursday, and a calendar that says so. */
export const atTheDentist = { teacher: 'Dae-jung Pyo', start: 960, end: 1020 };

export interface DemoFamily {
	readonly label: string;
	readonly adults: readonly string[];
	readonly students: readonly { readonly name: string; readonly class: string }[];
	/** Has booked when the demo starts. */
	readonly booked: boolean;
}

/** The families by which the demo is shown; all others are made up from lists of names. */
export const families: readonly DemoFamily[] = [
	{
		label: 'Adeyemi-Holt',
		adults: ['Folake Adeyemi', 'Martin Holt'],
		students: [
			{ name: 'Leila Adeyemi-Holt', class: '8A' },
			{ name: 'Tomas Adeyemi-Holt', class: '2A' },
		],
		booked: false,
	},
	{
		label: 'Castellanos',
		adults: ['Beatriz Castellanos'],
		students: [{ name: 'Mateo Castellanos', class: '9A' }],
		booked: true,
	},
	{
		label: 'Duforet',
		adults: ['Hugues Duforet', 'Sylvie Arsenault'],
		students: [
			{ name: 'Margaux Duforet', class: '7A' },
			{ name: 'Anatole Duforet', class: '3A' },
		],
		booked: true,
	},
	{
		label: 'Ferrante',
		adults: ['Elio Ferrante'],
		students: [{ name: 'Giada Ferrante', class: '8A' }],
		booked: true,
	},
	{
		label: 'Gulzar',
		adults: ['Farah Gulzar'],
		students: [
			{ name: 'Noor Gulzar', class: '7A' },
			{ name: 'Sami Gulzar', class: '9A' },
		],
		booked: false,
	},
	{
		label: 'Iwobi',
		adults: ['Chidi Iwobi', 'Ada Iwobi'],
		students: [
			{ name: 'Nnamdi Iwobi', class: '2A' },
			{ name: 'Zara Iwobi', class: '3A' },
			{ name: 'Obi Iwobi', class: '8A' },
		],
		booked: true,
	},
	{
		label: 'Jankauskas',
		adults: ['Rasa Jankauskas'],
		students: [{ name: 'Lukas Jankauskas', class: '7A' }],
		booked: true,
	},
	{
		label: 'Kealoha',
		adults: ['Keoni Kealoha'],
		students: [{ name: 'Malia Kealoha', class: '9A' }],
		booked: true,
	},
	{
		label: 'Marchetti-Boone',
		adults: ['Carla Marchetti', 'Dwight Boone'],
		students: [
			{ name: 'Otis Marchetti-Boone', class: '3A' },
			{ name: 'Pia Marchetti-Boone', class: '9A' },
		],
		booked: false,
	},
	{
		label: 'Nakagawa',
		adults: ['Yumi Nakagawa'],
		students: [{ name: 'Ren Nakagawa', class: '2A' }],
		booked: true,
	},
	{
		label: 'Oyelaran',
		adults: ['Sade Oyelaran', 'Kunle Oyelaran'],
		students: [{ name: 'Temi Oyelaran', class: '8A' }],
		booked: true,
	},
	{
		label: 'Peltonen',
		adults: ['Aino Peltonen'],
		students: [{ name: 'Eero Peltonen', class: '7A' }],
		booked: false,
	},
];

/** What three of the desks say to families. */
/** Whose desk offers a long talk, of two slots. */
export const LONG_TALKS_WITH = 'Ottoline Marsh';

export const deskWords: Readonly<Record<string, string>> = {
	'Oskar Lindqvist': 'Bring the last test, please; we look at it together.',
	'Marisol Etxeberria': 'I will show you what we have read so far. French is not needed.',
	'Anselm Kofler': 'Come and hear a recording of the winter concert.',
};

/** What families are asked, at whose desk. */
export const questions = [
	{ at: 'counsellor', kind: 'short', text: 'Which number shall I call?', required: true },
	{ at: 'principal', kind: 'long', text: 'What would you like to talk about?', required: false },
] as const;

/** Names that the families after these begin with. */
export const furtherNames = [
	'Quispe',
	'Rasmussen',
	'Saarinen',
	'Tavares',
	'Ursell',
	'Vantongeren',
	'Wickramasinghe',
	'Yilmazer',
];

/** All classes with the year group that they belong to. */
export const classes: readonly { readonly label: string; readonly yearGroup: string }[] = [
	...['PA', 'PB'].map((label) => ({ label, yearGroup: 'Primary' })),
	...['1A', '1B', '2A', '2B', '3A', '3B', '6A', '6B', '7A', '7B', '8A', '8B', '9A', '9B'].map(
		(label) => ({ label, yearGroup: `Grade ${label[0]}` }),
	),
	{ label: '4/5', yearGroup: 'Grade 4' },
];

export const conference = {
	name: 'Winter Conferences',
	words:
		'Come and meet the people who teach your children. The main door is at Lighthouse House; coffee is in the Net Loft.',
	slotMinutes: 10,
	gapMinutes: 2,
	/** Minutes after midnight on the second Thursday from today, and on the Friday after. */
	thursday: [
		[930, 1040],
		[1070, 1170],
	],
	friday: [[540, 720]],
} as const;

/** What waits for the office: families that ask for the principal, and a question of one that waits for a place. */
export const askedAndWaiting = {
	subject: 'Principal',
	requests: 2,
	question:
		'We work late on both days. Is there a time before school, or could we talk by telephone?',
} as const;

/** Why teachers would like to see a family. */
export const teachersWords = [
	'I would like to show you what became of the lighthouse project.',
	'Let us talk about how homework goes at home.',
	'There is a reading group after the holidays that I think would be a joy.',
	'Please bring the blue folder: we have not found where the marks are lost.',
];
