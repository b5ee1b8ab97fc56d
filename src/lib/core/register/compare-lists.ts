import { groupBy } from '../group-by';
import { ClassDrafts, StudentDrafts } from './compare-students';
import { FamilyDrafts } from './compare-families';
import { PersonDrafts } from './compare-people';
import { draftLines, type Draft } from './draft';
import { readPersonName } from './person-name';
import type {
	DifferenceLine,
	FamilyLink,
	LineSubject,
	RegisterDifference,
	RegisterWrites,
} from './register-difference';
import type { ListedTeaching, ListFault, Origin, RegisterLists } from './register-lists';
import type { KnownEnrolment, KnownTeaching, RegisterState } from './register-state';

export interface CompareOptions {
	/** Whether whoever is missing from a list of its kind has left. */
	readonly complete: boolean;
	/** Answers to doubts about households, by `pairKey` of a doubt's two adults. */
	readonly answers?: ReadonlyMap<string, boolean>;
	readonly newId: () => string;
	/** Told how far it is: a part of 1. */
	readonly progress?: (part: number) => void;
}

/**
 * What lists would change in the register. Rows with a fault are left out; nobody is removed, only
 * marked as left. Comparing the same lists with the register that follows from them finds nothing.
 */
export function compareLists(
	lists: RegisterLists,
	state: RegisterState,
	options: CompareOptions,
): RegisterDifference {
	const faults: ListFault[] = [...lists.faults];
	const fault = (found: ListFault) => void faults.push(found);
	const { newId, progress = () => {} } = options;

	const persons = new PersonDrafts(state.persons, newId, fault);
	persons.read(lists);
	progress(0.1);
	const classes = new ClassDrafts(state.classes, newId);
	classes.read(lists.classes);
	const homes = new Map(
		state.enrolments.filter(({ home }) => home).map((entry) => [entry.student, entry.class]),
	);
	const students = new StudentDrafts(state.students, homes, classes, newId, fault);
	students.read(lists.students);
	progress(0.35);
	const families = new FamilyDrafts(state, students, newId, fault);
	families.read(
		lists.adults.filter(({ origin }) => !students.isRefused(origin)),
		options.answers ?? new Map(),
	);
	families.readLonely(students.drafts.keys());
	progress(0.8);
	const teaching = compareTeaching(lists, { persons, classes, fault });
	const enrolments = compareEnrolments(lists, { students, classes, homes, fault });
	noteEmptyClasses(lists.teaching, { teaching, enrolments, state, classes, fault });

	const gone = goneFrom(lists, state, { persons, students, families }, options.complete);
	const teachingLinks = differenceOf(
		teaching,
		state.teaching,
		teachingKey,
		() => options.complete && lists.kinds.includes('teaching'),
	);
	const isListed = (student: string) => students.drafts.has(student);
	const enrolmentLinks = differenceOf(enrolments, state.enrolments, enrolmentKey, (entry) =>
		entry.home
			? students.homes.has(entry.student)
			: options.complete && lists.kinds.includes('enrolments') && isListed(entry.student),
	);

	const writes: RegisterWrites = {
		persons: rowsOf(persons.drafts.values(), gone.persons),
		students: rowsOf(students.drafts.values(), gone.students),
		adults: rowsOf(families.adults.values(), gone.adults),
		families: rowsOf(families.families.values(), gone.families),
		classes: classes.added,
		teaching: teachingLinks,
		enrolments: enrolmentLinks,
		familyAdults: { insert: families.addedAdults, remove: gone.familyAdults },
		familyStudents: { insert: families.addedStudents, remove: [] },
	};
	const stateNames = new Map<string, string>([
		...[...state.persons, ...state.students, ...state.adults].map(
			(row) => [row.id, [row.givenName, row.familyName].filter(Boolean).join(' ')] as const,
		),
		...state.families.map(({ id, label }) => [id, label ?? ''] as const),
	]);
	const goneLines = (subject: LineSubject, ids: readonly string[]): DifferenceLine[] =>
		ids.map((id) => ({
			subject,
			change: 'gone' as const,
			name: stateNames.get(id)!,
			details: [],
			origin: null,
		}));
	const teachingText = ({ class: id, person, subject }: KnownTeaching) =>
		[classes.labelOf(id), subject, persons.nameOf(person)].filter(Boolean).join(' · ');
	const enrolmentText = ({ class: id, student }: KnownEnrolment) =>
		[classes.labelOf(id), students.nameOf(student)].join(' · ');
	const line = (subject: LineSubject, name: string, change: 'new' | 'gone'): DifferenceLine => ({
		subject,
		change,
		name,
		details: [],
		origin: null,
	});
	const lines: DifferenceLine[] = [
		...draftLines(persons.drafts, (id) => persons.nameOf(id), personSubject),
		...goneLines('teacher', gone.persons),
		...classes.added.map(({ label }) => line('class', label, 'new')),
		...draftLines(
			students.drafts,
			(id) => students.nameOf(id),
			() => 'student',
		),
		...goneLines('student', gone.students),
		...draftLines(
			families.adults,
			(id) => families.nameOf(id),
			() => 'adult',
		),
		...goneLines('adult', gone.adults),
		...familyLines(families, students),
		...goneLines('family', gone.families),
		...teachingLinks.insert.map((entry) => line('teaching', teachingText(entry), 'new')),
		...teachingLinks.remove.map((entry) => line('teaching', teachingText(entry), 'gone')),
		...enrolmentLinks.insert.map((entry) => line('enrolment', enrolmentText(entry), 'new')),
		...enrolmentLinks.remove.map((entry) => line('enrolment', enrolmentText(entry), 'gone')),
	];
	return {
		lines,
		faults,
		writes,
		counts: { rows: students.drafts.size + students.joined, students: students.drafts.size },
		doubts: families.doubts.map(({ ids: [a, b], ...doubt }) => ({
			...doubt,
			names: [adultText(families, a), adultText(families, b)],
			studentNames: doubt.students.map((id) => students.nameOf(id)),
		})),
	};
}

interface Drafts {
	readonly persons: PersonDrafts;
	readonly classes: ClassDrafts;
	readonly students: StudentDrafts;
	readonly fault: (fault: ListFault) => void;
}

function compareTeaching(
	lists: RegisterLists,
	{ persons, classes, fault }: Pick<Drafts, 'persons' | 'classes' | 'fault'>,
): KnownTeaching[] {
	const teachersListed = lists.kinds.includes('teachers');
	return lists.teaching.flatMap(({ origin, class: label, teacher, subject }) => {
		const classId = classes.resolve(label);
		if (!classId) return refuse(fault, origin, 'unknown-class', 'class', label.text);
		let person = persons.resolve(teacher);
		if (person === 'several')
			return refuse(fault, origin, 'several-teachers', 'teacher', teacher.text);
		if (person === null && (teachersListed || teacher.isKey || teacher.text.includes('@')))
			return refuse(fault, origin, 'unknown-teacher', 'teacher', teacher.text);
		if (person === null) {
			person = persons.make(readPersonName(teacher.text), origin);
			fault({ origin, code: 'teacher-made', field: 'teacher', text: teacher.text });
		}
		return [{ class: classId, person, subject }];
	});
}

function refuse(
	fault: (fault: ListFault) => void,
	origin: Origin,
	code: ListFault['code'],
	field: 'class' | 'teacher' | 'student',
	text: string,
): never[] {
	fault({ origin, code, field, text });
	return [];
}

function compareEnrolments(
	lists: RegisterLists,
	{
		students,
		classes,
		homes,
		fault,
	}: Pick<Drafts, 'students' | 'classes' | 'fault'> & {
		readonly homes: ReadonlyMap<string, string>;
	},
): KnownEnrolment[] {
	const home = [...students.homes].map(([student, id]) => ({ class: id, student, home: true }));
	const others = lists.enrolments.flatMap(({ origin, class: label, student }) => {
		if (students.isRefused(origin)) return [];
		const classId = classes.resolve(label);
		if (!classId) return refuse(fault, origin, 'unknown-class', 'class', label.text);
		const id = students.resolve(student);
		if (id === 'several') return refuse(fault, origin, 'several-students', 'student', student.text);
		if (id === null) return refuse(fault, origin, 'unknown-student', 'student', student.text);
		const isHome = (students.homes.get(id) ?? homes.get(id)) === classId;
		return isHome ? [] : [{ class: classId, student: id, home: false }];
	});
	return [...home, ...others];
}

/** Whoever teaches a class that nobody is in is seen by nobody: most likely a slip in its name. */
function noteEmptyClasses(
	listed: readonly ListedTeaching[],
	{
		teaching,
		enrolments,
		state,
		classes,
		fault,
	}: Pick<Drafts, 'classes' | 'fault'> & {
		readonly teaching: readonly KnownTeaching[];
		readonly enrolments: readonly KnownEnrolment[];
		readonly state: RegisterState;
	},
): void {
	const filled = new Set([...enrolments, ...state.enrolments].map((entry) => entry.class));
	const taught = new Set(teaching.map((entry) => entry.class));
	const told = new Set<string>();
	for (const { origin, class: label } of listed) {
		const id = classes.resolve(label);
		if (!id || filled.has(id) || !taught.has(id) || told.has(id)) continue;
		told.add(id);
		fault({ origin, code: 'class-without-students', field: 'class', text: classes.labelOf(id) });
	}
}

interface Gone {
	readonly persons: readonly string[];
	readonly students: readonly string[];
	readonly adults: readonly string[];
	readonly families: readonly string[];
	readonly familyAdults: readonly FamilyLink[];
}

/** Who is missing from complete lists, and whom nobody keeps at the school any more. */
function goneFrom(
	lists: RegisterLists,
	state: RegisterState,
	drafts: { persons: PersonDrafts; students: StudentDrafts; families: FamilyDrafts },
	complete: boolean,
): Gone {
	const has = (kind: RegisterLists['kinds'][number]) => complete && lists.kinds.includes(kind);
	const persons = state.persons.filter(
		({ id, left, isTeacher, isInterpreter }) =>
			!left &&
			!drafts.persons.drafts.has(id) &&
			((isTeacher && !isInterpreter && has('teachers')) ||
				(isInterpreter && !isTeacher && has('interpreters'))),
	);
	const students = has('students')
		? state.students.filter(({ id, left }) => !left && !drafts.students.drafts.has(id))
		: [];
	const goneStudents = new Set(students.map(({ id }) => id));
	const studentsIn = new Map<string, string[]>();
	for (const { id, families, left } of state.students)
		for (const family of left || goneStudents.has(id) ? [] : families)
			studentsIn.set(family, [...(studentsIn.get(family) ?? []), id]);
	for (const { family, member } of drafts.families.addedStudents)
		studentsIn.set(family, [...(studentsIn.get(family) ?? []), member]);
	const families = state.families.filter(
		({ id, left }) => !left && goneStudents.size > 0 && !studentsIn.has(id),
	);
	const goneFamilies = new Set(families.map(({ id }) => id));

	const dropped = has('adults')
		? state.adults.filter(
				({ id, left, families }) =>
					!left &&
					!drafts.families.adults.has(id) &&
					families.some((family) =>
						(studentsIn.get(family) ?? []).some((student) => drafts.students.drafts.has(student)),
					),
			)
		: [];
	const droppedIds = new Set(dropped.map(({ id }) => id));
	const adults = state.adults.filter(
		({ id, left, families }) =>
			!left &&
			!drafts.families.adults.has(id) &&
			(droppedIds.has(id) || (families.length > 0 && families.every((f) => goneFamilies.has(f)))),
	);
	// A family keeps its last adult, so that there is somebody to invite.
	const remaining = new Map<string, number>();
	for (const { id, families, left } of state.adults)
		if (!left && !droppedIds.has(id))
			for (const family of families) remaining.set(family, (remaining.get(family) ?? 0) + 1);
	for (const { family } of drafts.families.addedAdults)
		remaining.set(family, (remaining.get(family) ?? 0) + 1);
	const isKept = ({ id, families }: { id: string; families: readonly string[] }) =>
		droppedIds.has(id) &&
		families.some((family) => !goneFamilies.has(family) && !remaining.has(family));
	const leaving = adults.filter((adult) => !isKept(adult));
	return {
		persons: persons.map(({ id }) => id),
		students: [...goneStudents],
		adults: leaving.map(({ id }) => id),
		families: [...goneFamilies],
		familyAdults: leaving
			.filter(({ id }) => droppedIds.has(id))
			.flatMap(({ id, families }) =>
				families
					.filter((family) => !goneFamilies.has(family))
					.map((family) => ({ family, member: id })),
			),
	};
}

const teachingKey = ({ class: id, person, subject }: KnownTeaching) => `${id} ${person} ${subject}`;
const enrolmentKey = ({ class: id, student, home }: KnownEnrolment) => `${id} ${student} ${home}`;

/** Links to add, and known ones that are missing where that counts. */
function differenceOf<Link>(
	wanted: readonly Link[],
	known: readonly Link[],
	keyOf: (link: Link) => string,
	mayGo: (link: Link) => boolean,
): { insert: Link[]; remove: Link[] } {
	const here = new Set(known.map(keyOf));
	const there = new Map(wanted.map((link) => [keyOf(link), link]));
	return {
		insert: [...there].filter(([key]) => !here.has(key)).map(([, link]) => link),
		remove: known.filter((link) => !there.has(keyOf(link)) && mayGo(link)),
	};
}

function rowsOf<Fields extends object>(
	drafts: Iterable<Draft<Fields>>,
	gone: readonly string[],
): {
	insert: (Fields & { id: string; key: string | null })[];
	update: { id: string; set: Partial<Fields> & { key?: string | null; left?: boolean } }[];
} {
	const all = [...drafts];
	return {
		insert: all.filter(({ isNew }) => isNew).map(({ row }) => row),
		update: [
			...all
				.filter((draft) => !draft.isNew && (draft.isChanged || draft.isBack))
				.map(({ id, set, newKey, isBack }) => ({
					id,
					set: { ...set, key: newKey ?? undefined, left: isBack ? false : undefined },
				})),
			...gone.map((id) => ({ id, set: { left: true } as Partial<Fields> & { left: boolean } })),
		],
	};
}

/** Families with who comes to belong to them: also a known one that gets a member. */
function familyLines(families: FamilyDrafts, students: StudentDrafts): DifferenceLine[] {
	const members = groupBy(
		[
			...families.addedStudents.map((link) => ({ ...link, name: students.nameOf(link.member) })),
			...families.addedAdults.map((link) => ({ ...link, name: adultText(families, link.member) })),
		],
		({ family }) => family,
	);
	return [...families.families].flatMap(([id, draft]) => {
		const names = (members.get(id) ?? []).map(({ name }) => name).filter(Boolean);
		const isChanged = draft.isChanged || members.has(id);
		const change = draft.isNew ? 'new' : draft.isBack ? 'back' : isChanged ? 'changed' : null;
		if (!change) return [];
		const joined = { field: 'members', before: null, after: names.join(', ') };
		return [
			{
				subject: 'family' as const,
				change,
				name: draft.get('label') ?? '',
				details: names.length ? [...draft.details, joined] : draft.details,
				origin: draft.origin,
			},
		];
	});
}

const adultText = (families: FamilyDrafts, id: string): string =>
	families.nameOf(id) || families.adults.get(id)?.get('email') || '';

const personSubject = (draft: PersonDraft): LineSubject =>
	draft.get('isTeacher') ? 'teacher' : 'interpreter';
type PersonDraft = PersonDrafts['drafts'] extends Map<string, infer D> ? D : never;
