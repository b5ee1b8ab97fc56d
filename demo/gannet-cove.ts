/** Gannet Cove School: invented from end to end. */

export const school = { name: 'Gannet Cove School', timeZone: 'America/Halifax' };

/** Minutes on foot between buildings. */
export const walks: [from: string, to: string, minutes: number][] = [
	['Lighthouse House', 'Boathouse Wing', 2],
	['Lighthouse House', 'Field Block', 4],
	['Boathouse Wing', 'Field Block', 5],
];

export interface DemoDesk {
	readonly teacher: string;
	readonly subject: string;
	readonly place: { room: string; building: string } | { video: string };
	/** The classes that the teacher has. */
	readonly classes: readonly string[];
}

const subjectGrades = ['Grade 7', 'Grade 8', 'Grade 9'];

export const desks: DemoDesk[] = [
	{
		teacher: 'Ines Amaral',
		subject: 'Grade 2',
		place: { room: 'Puffin', building: 'Lighthouse House' },
		classes: ['Grade 2'],
	},
	{
		teacher: 'Tobias Wren',
		subject: 'Grade 3',
		place: { room: 'Tern', building: 'Lighthouse House' },
		classes: ['Grade 3'],
	},
	{
		teacher: 'Oskar Lindqvist',
		subject: 'Mathematics',
		place: { room: 'Eider', building: 'Lighthouse House' },
		classes: subjectGrades,
	},
	{
		teacher: 'Nuala Brophy',
		subject: 'Language arts',
		place: { room: 'Petrel', building: 'Lighthouse House' },
		classes: subjectGrades,
	},
	{
		teacher: 'Dae-jung Pyo',
		subject: 'Science',
		place: { room: 'Curlew', building: 'Boathouse Wing' },
		classes: subjectGrades,
	},
	{
		teacher: 'Marisol Etxeberria',
		subject: 'French',
		place: { video: 'https://doorway.gannetcove.example/etxeberria' },
		classes: ['Grade 7', 'Grade 8'],
	},
	{
		teacher: 'Rukhsana Mirza',
		subject: 'Social studies',
		place: { room: 'Kittiwake', building: 'Lighthouse House' },
		classes: subjectGrades,
	},
	{
		teacher: 'Piet van Rooyen',
		subject: 'Physical education',
		place: { room: 'Net Loft', building: 'Field Block' },
		classes: ['Grade 3', 'Grade 9'],
	},
];

export interface DemoFamily {
	readonly label: string;
	readonly adults: readonly string[];
	readonly students: readonly { readonly name: string; readonly grade: string }[];
	/** Has booked when the demo starts. */
	readonly booked: boolean;
}

export const families: DemoFamily[] = [
	{
		label: 'Adeyemi-Holt',
		adults: ['Folake Adeyemi', 'Martin Holt'],
		students: [
			{ name: 'Leila Adeyemi-Holt', grade: 'Grade 8' },
			{ name: 'Tomas Adeyemi-Holt', grade: 'Grade 2' },
		],
		booked: false,
	},
	{
		label: 'Castellanos',
		adults: ['Beatriz Castellanos'],
		students: [{ name: 'Mateo Castellanos', grade: 'Grade 9' }],
		booked: true,
	},
	{
		label: 'Duforet',
		adults: ['Hugues Duforet', 'Sylvie Arsenault'],
		students: [
			{ name: 'Margaux Duforet', grade: 'Grade 7' },
			{ name: 'Anatole Duforet', grade: 'Grade 3' },
		],
		booked: true,
	},
	{
		label: 'Ferrante',
		adults: ['Elio Ferrante'],
		students: [{ name: 'Giada Ferrante', grade: 'Grade 8' }],
		booked: true,
	},
	{
		label: 'Gulzar',
		adults: ['Farah Gulzar'],
		students: [
			{ name: 'Noor Gulzar', grade: 'Grade 7' },
			{ name: 'Sami Gulzar', grade: 'Grade 9' },
		],
		booked: false,
	},
	{
		label: 'Iwobi',
		adults: ['Chidi Iwobi', 'Ada Iwobi'],
		students: [
			{ name: 'Nnamdi Iwobi', grade: 'Grade 2' },
			{ name: 'Zara Iwobi', grade: 'Grade 3' },
			{ name: 'Obi Iwobi', grade: 'Grade 8' },
		],
		booked: true,
	},
	{
		label: 'Jankauskas',
		adults: ['Rasa Jankauskas'],
		students: [{ name: 'Lukas Jankauskas', grade: 'Grade 7' }],
		booked: true,
	},
	{
		label: 'Kealoha',
		adults: ['Keoni Kealoha'],
		students: [{ name: 'Malia Kealoha', grade: 'Grade 9' }],
		booked: true,
	},
	{
		label: 'Marchetti-Boone',
		adults: ['Carla Marchetti', 'Dwight Boone'],
		students: [
			{ name: 'Otis Marchetti-Boone', grade: 'Grade 3' },
			{ name: 'Pia Marchetti-Boone', grade: 'Grade 9' },
		],
		booked: false,
	},
	{
		label: 'Nakagawa',
		adults: ['Yumi Nakagawa'],
		students: [{ name: 'Ren Nakagawa', grade: 'Grade 2' }],
		booked: true,
	},
	{
		label: 'Oyelaran',
		adults: ['Sade Oyelaran', 'Kunle Oyelaran'],
		students: [{ name: 'Temi Oyelaran', grade: 'Grade 8' }],
		booked: true,
	},
	{
		label: 'Peltonen',
		adults: ['Aino Peltonen'],
		students: [{ name: 'Eero Peltonen', grade: 'Grade 7' }],
		booked: false,
	},
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
