import { familyNames, givenNames, streets } from './names';
import {
	classes,
	families as namedFamilies,
	furtherNames,
	teachers,
	together,
	support,
	counsellor,
	principal,
} from './gannet-cove';
import { randomNumbers } from './random';

export interface MadeAdult {
	readonly givenName: string;
	readonly familyName: string;
	/** Empty for those who have none. */
	readonly email: string;
	readonly telephone: string;
	readonly language: string;
	readonly channel: string;
}

export interface MadeStudent {
	readonly key: string;
	readonly givenName: string;
	readonly familyName: string;
	readonly class: string;
	readonly yearGroup: string;
}

export interface MadeFamily {
	readonly label: string;
	readonly address: string;
	readonly adults: readonly MadeAdult[];
	readonly students: readonly MadeStudent[];
	/** A language, or empty. */
	readonly interpreter: string;
	readonly stepFree: boolean;
	readonly booked: boolean;
}

export interface MadeTeacher {
	readonly key: string;
	readonly title: string;
	readonly name: string;
	readonly email: string;
	readonly subjects: readonly { readonly subject: string; readonly classes: readonly string[] }[];
	readonly room: string;
	readonly building: string;
	readonly link: string;
	readonly telephone: string;
	readonly pin: string;
}

export interface MadeSchool {
	readonly teachers: readonly MadeTeacher[];
	readonly families: readonly MadeFamily[];
	/** Second households of students who have one already. */
	readonly otherHouseholds: readonly MadeFamily[];
}

/** How many families have how many children, and what else is in the school once. */
const ONE_SCHOOL = {
	families: 158,
	withTwo: 31,
	withThree: 13,
	otherHouseholds: 12,
	interpreters: [
		'Arabic',
		'Arabic',
		'Arabic',
		'Arabic',
		'Portuguese',
		'Portuguese',
		'Portuguese',
		"Mi'kmaw",
		"Mi'kmaw",
	],
	stepFree: 4,
	withoutEmail: 14,
} as const;

const SEED = 20_261_203;

const plain = (text: string) =>
	text
		.normalize('NFKD')
		.replaceAll(/[^A-Za-z ]/g, '')
		.toLowerCase();

/** The whole school, always the same one; `times` makes it so many times as large. */
export function makeSchool(times = 1): MadeSchool {
	const random = randomNumbers(SEED);
	const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
	const labels = Array.from({ length: times }, (_, copy) => (copy === 0 ? '' : ` ${copy + 1}`));

	const people = [...teachers, ...together, ...support, counsellor, principal];
	const names = new Set<string>();
	const madeTeachers = labels.flatMap((suffix, copy) =>
		people.map((person, index): MadeTeacher => {
			const family = person.name.split(' ').slice(1).join(' ');
			const name = copy === 0 ? person.name : nameOfNobodyYet(names, pick);
			return {
				key: `T${String(copy * 100 + index + 1).padStart(4, '0')}`,
				title: person.title,
				name,
				email: `${plain(name).replaceAll(' ', '.')}${copy || ''}@gannetcove.example`,
				subjects: person.subjects.map(({ subject, classes }) => ({
					subject,
					classes: classes.map((label) => `${label}${suffix}`),
				})),
				room: person.room ? `${person.room}${suffix}` : '',
				building: person.building ?? '',
				link: person.link?.replace(family.toLowerCase(), plain(name).replaceAll(' ', '-')) ?? '',
				telephone: person.telephone ?? '',
				pin: person.pin ?? '',
			};
		}),
	);

	let studentNumber = 4000;
	const made: MadeFamily[] = [];
	const fill = new Map<string, number>();
	const emptiest = (among: readonly (typeof classes)[number][]) =>
		among.reduce((least, entry) =>
			(fill.get(entry.label) ?? 0) < (fill.get(least.label) ?? 0) ? entry : least,
		);
	const enrol = (label: string) => fill.set(label, (fill.get(label) ?? 0) + 1);
	const student = (givenName: string, familyName: string, label: string): MadeStudent => {
		enrol(label);
		const known = classes.find((entry) => label.startsWith(entry.label))!;
		// The combined class has two year groups.
		const yearGroup = known.label === '4/5' ? pick(['Grade 4', 'Grade 5']) : known.yearGroup;
		return { key: String(++studentNumber), givenName, familyName, class: label, yearGroup };
	};
	let adultNumber = 0;
	const adult = (givenName: string, familyName: string): MadeAdult => {
		const number = ++adultNumber;
		const email = `${plain(givenName)}.${plain(familyName).replaceAll(' ', '')}${number > 400 ? number : ''}@post.example`;
		return {
			givenName,
			familyName,
			email,
			language: 'English',
			channel: 'e-mail',
			telephone: `+1 902 555 ${String(1000 + ((number * 37) % 9000))}`,
		};
	};
	const address = () =>
		`${1 + Math.floor(random() * 180)} ${pick(streets)} ${pick(['Street', 'Lane', 'Road'])}`;

	for (const suffix of labels) {
		const here = classes.map(({ label, yearGroup }) => ({ label: `${label}${suffix}`, yearGroup }));
		// The wide class holds two year groups, so it fills twice as fast.
		const seats = [...here, here.at(-1)!];
		for (let index = 0; index < ONE_SCHOOL.families; index++) {
			const named = suffix === '' ? namedFamilies[index] : undefined;
			if (named) {
				made.push({
					label: named.label,
					address: address(),
					adults: named.adults.map((name) => {
						const [given = '', ...family] = name.split(' ');
						return adult(given, family.join(' '));
					}),
					students: named.students.map(({ name, class: label }) => {
						const [given = '', ...family] = name.split(' ');
						return student(given, family.join(' '), label);
					}),
					interpreter: '',
					stepFree: false,
					booked: named.booked,
				});
				continue;
			}
			const unnamed = index - (suffix === '' ? namedFamilies.length : 0);
			const family =
				(suffix === '' ? furtherNames[unnamed] : undefined) ??
				(unnamed % 9 === 5
					? `${pick(familyNames)}-${pick(familyNames).split('-')[0]}`
					: pick(familyNames));
			const count = childrenOf(index);
			const second = random() < 0.6;
			const otherName = random() < 0.3 ? pick(familyNames) : family;
			made.push({
				label: family,
				address: address(),
				adults: [
					adult(pick(givenNames), family),
					...(second ? [adult(pick(givenNames), otherName)] : []),
				],
				students: Array.from({ length: count }, (_, child) => {
					const label = emptiest(
						seats.filter((entry) => child === 0 || entry.yearGroup !== seats[0]!.yearGroup),
					).label;
					return student(pick(givenNames), family, label);
				}),
				interpreter: '',
				stepFree: false,
				booked: random() < 0.6,
			});
		}
	}
	return {
		teachers: madeTeachers,
		...withNeeds(made, times, { adult, address, pick, random }),
	};
}

function nameOfNobodyYet(names: Set<string>, pick: <T>(list: readonly T[]) => T): string {
	for (;;) {
		const name = `${pick(givenNames)} ${pick(familyNames)}`;
		if (names.has(name)) continue;
		names.add(name);
		return name;
	}
}

/** Spread evenly: so many families with three children, so many with two. */
function childrenOf(index: number): number {
	const { families, withTwo, withThree } = ONE_SCHOOL;
	const crosses = (count: number) =>
		Math.floor(((index + 1) * count) / families) > Math.floor((index * count) / families);
	if (crosses(withThree)) return 3;
	return crosses(withTwo + withThree) ? 2 : 1;
}

function withNeeds(
	families: readonly MadeFamily[],
	times: number,
	tools: {
		adult: (given: string, family: string) => MadeAdult;
		address: () => string;
		pick: <T>(list: readonly T[]) => T;
		random: () => number;
	},
): Pick<MadeSchool, 'families' | 'otherHouseholds'> {
	const step = Math.floor(ONE_SCHOOL.families / 12);
	const changed = families.map((family, index) => {
		const place = index % ONE_SCHOOL.families;
		// The families that the demo is shown by stay plain.
		if (place < 20) return family;
		const nth = Math.floor((place - 20) / 8);
		const language = (place - 20) % 8 === 3 ? ONE_SCHOOL.interpreters[nth] : undefined;
		const stepFree = (place - 20) % 8 === 5 && nth < ONE_SCHOOL.stepFree;
		const hasNoEmail = (place - 20) % 8 === 6 && nth < ONE_SCHOOL.withoutEmail;
		return {
			...family,
			interpreter: language ?? '',
			stepFree,
			adults: family.adults.map((adult) => ({
				...adult,
				language: language ?? adult.language,
				email: hasNoEmail ? '' : adult.email,
				channel: hasNoEmail ? 'paper' : adult.channel,
				// Of one family nobody knows how to reach it, for readiness to find.
				telephone: hasNoEmail && nth === 0 ? '' : adult.telephone,
			})),
		};
	});
	const otherHouseholds = Array.from({ length: ONE_SCHOOL.otherHouseholds * times }, (_, nth) => {
		const copy = Math.floor(nth / ONE_SCHOOL.otherHouseholds);
		const family =
			changed[copy * ONE_SCHOOL.families + 25 + (nth % ONE_SCHOOL.otherHouseholds) * (step - 3)]!;
		const familyName = tools.pick(familyNames);
		return {
			label: familyName,
			address: tools.address(),
			adults: [tools.adult(tools.pick(givenNames), familyName)],
			students: [family.students[0]!],
			interpreter: '',
			stepFree: false,
			booked: tools.random() < 0.5,
		};
	});
	return { families: changed, otherHouseholds };
}
