import { readPersonName } from '../register/person-name';
import { plainName, plainText } from '../register/plain-text';
import type { LocalDate } from '../time/local-of';
import type { Hours } from '../slots/hours';
import { overlaps } from '../time/stretch';
import {
	datesOf,
	sittingsOfPlan,
	stretchesOf,
	type DeskPlan,
	type PlannedPlace,
} from './desk-plan';
import { addSitting, placesOf, removeSittings, withRoom, type EditTools } from './edit-plan';
import { newDesk } from './new-desk';
import type { BlockLine } from './read-block';

/** A teacher as a block's line names one. */
export interface NamedTeacher {
	readonly id: string;
	readonly name: string;
	readonly subject: string;
}

/** What a pasted block makes of the desks. */
export interface LaidBlock {
	/** The desks that change, as they will be. */
	readonly plans: readonly DeskPlan[];
	/** Desks that there were not yet. */
	readonly added: ReadonlySet<string>;
	/** Teachers whom nobody knows yet, by the id to use. */
	readonly newTeachers: readonly { readonly id: string; readonly name: string }[];
	/** Lines whose name could be several teachers: left out. */
	readonly unclear: readonly BlockLine[];
	/** For each line, which desk it is about. */
	readonly deskOfLine: ReadonlyMap<number, string>;
}

/**
 * Lays a block over the desks. A teacher's first line takes the place of all that the desk had; a line
 * without hours means the conference's on its dates. Rooms and links are the line's, else the desk's. A family
 * name alone is the one teacher of that name.
 */
export function layBlock(
	lines: readonly BlockLine[],
	desks: readonly DeskPlan[],
	teachers: readonly NamedTeacher[],
	tools: EditTools & { readonly buildingOf: (room: string) => string },
): LaidBlock {
	const plans = new Map<string, DeskPlan>();
	const added = new Set<string>();
	const newTeachers: { id: string; name: string }[] = [];
	const deskOfLine = new Map<number, string>();
	const unclear: BlockLine[] = [];
	const byTeacher = new Map<string, string>();
	for (const line of lines) {
		const named = plainName(line.teacher);
		let id = byTeacher.get(named);
		if (!id) {
			const plan = deskFor(line.teacher, desks, teachers, tools, newTeachers);
			if (plan === 'several') {
				unclear.push(line);
				continue;
			}
			id = plan.id;
			if (!desks.some((desk) => desk.id === id)) added.add(id);
			byTeacher.set(named, id);
			plans.set(id, { ...plan, series: [] });
		}
		deskOfLine.set(line.line, id);
		const before = desks.find((desk) => desk.id === id) ?? plans.get(id)!;
		plans.set(id, withLine(plans.get(id)!, line, placesFor(line, before, tools), tools));
	}
	return { plans: [...plans.values()], added, newTeachers, unclear, deskOfLine };
}

function deskFor(
	name: string,
	desks: readonly DeskPlan[],
	teachers: readonly NamedTeacher[],
	tools: EditTools,
	newTeachers: { id: string; name: string }[],
): DeskPlan | 'several' {
	const named = plainName(name);
	const meant = teachersMeant(name, teachers);
	const ownDesk = desks.find((plan) => plainName(plan.name) === named);
	if (!ownDesk && meant.length > 1) return 'several';
	const [known] = meant;
	const desk =
		ownDesk ?? desks.find(({ people }) => people.length === 1 && people[0]!.person === known?.id);
	if (desk) return desk;
	let person = known?.id;
	if (!person) {
		person = tools.newId();
		newTeachers.push({ id: person, name: name.trim() });
	}
	return newDesk(
		{
			id: tools.newId(),
			name: known?.name ?? name.trim(),
			subject: known?.subject ?? '',
			people: [{ person, role: 'all' }],
			places: [],
		},
		tools.newId(),
	);
}

/** Whom a name means: the whole name, or, without a given name, everybody of that family name. */
function teachersMeant(name: string, teachers: readonly NamedTeacher[]): readonly NamedTeacher[] {
	const named = plainName(name);
	const whole = teachers.filter((teacher) => plainName(teacher.name) === named);
	if (whole.length > 0) return whole;
	const { givenName, familyName } = readPersonName(name);
	// With small words before it a family name is read as if the first of them were a given name.
	const ending = ` ${plainText([givenName, familyName].filter(Boolean).join(' '))}`;
	return teachers.filter((teacher) => ` ${plainText(teacher.name)}`.endsWith(ending));
}

function placesFor(
	{ room, link }: BlockLine,
	before: DeskPlan,
	tools: { readonly buildingOf: (room: string) => string },
): readonly PlannedPlace[] {
	if (!room && !link) return placesOf(before);
	const places: PlannedPlace[] = link ? [{ kind: 'video', link }] : [];
	return room ? withRoom(places, { kind: 'room', room, building: tools.buildingOf(room) }) : places;
}

function withLine(
	plan: DeskPlan,
	line: BlockLine,
	places: readonly PlannedPlace[],
	tools: EditTools,
): DeskPlan {
	const { conference } = tools;
	const isAll = (dates: readonly LocalDate[]) =>
		datesOf(conference).every((date) => dates.includes(date));
	if (!line.hours && isAll(line.dates) && plan.series.length === 0)
		return {
			...plan,
			series: [
				{
					id: tools.newId(),
					breaks: [],
					division: null,
					seats: 1,
					places,
					when: { kind: 'conference', only: null, except: [] },
				},
			],
		};
	const wanted: Hours[] = line.dates.flatMap((date) =>
		line.hours
			? [{ date, ...line.hours }]
			: stretchesOf(conference).filter((stretch) => stretch.date === date),
	);
	return wanted.reduce((current, hours) => {
		// Of two lines that lie over each other the later one counts.
		const inTheWay = sittingsOfPlan(current, conference).filter(
			(sitting) => sitting.date === hours.date && overlaps(sitting, hours),
		);
		return addSitting(removeSittings(current, inTheWay, tools), hours, { seats: 1, places }, tools);
	}, plan);
}
