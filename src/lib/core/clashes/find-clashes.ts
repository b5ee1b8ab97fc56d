import type { LocalDate } from '../time/local-of';
import type { BuildingWalk } from '../snapshot/snapshot';
import { groupBy } from '../group-by';
import { MINUTE } from '../time/local-of';
import { contains, joined, overlaps, type Stretch } from '../time/stretch';

/** A sitting with all that can clash. Instants in milliseconds. */
export interface SittingToCheck extends Stretch {
	readonly desk: string;
	readonly series: string;
	readonly date: LocalDate;
	/** Everybody who sits there, also those of whom any one receives. */
	readonly persons: readonly string[];
	/** The room that it holds, or `null` when it is not in person. */
	readonly room: string | null;
	/** Somebody has said that these hours are right, though they are not the conference's. */
	readonly isRight: boolean;
}

export interface RoomToCheck {
	readonly id: string;
	readonly building: string | null;
	/** How many desks it takes. */
	readonly spaces: number;
	/** `null` is not known, and counts as steps. */
	readonly stepFree: boolean | null;
}

/** A family that has an appointment, or that wants one with the desk. */
export interface BookedToCheck extends Stretch {
	readonly desk: string;
	readonly date: LocalDate;
	readonly persons: readonly string[];
	readonly room: string | null;
	/** The family needs a room without steps. */
	readonly stepFree: boolean;
}

/** A student who is brought along to an appointment. */
export interface BroughtToCheck extends Stretch {
	readonly student: string;
	readonly family: string;
	readonly desk: string;
	readonly date: LocalDate;
}

export interface ClashProblem {
	readonly sittings: readonly SittingToCheck[];
	/** The conference's own stretches. */
	readonly conference: readonly Stretch[];
	readonly rooms: readonly RoomToCheck[];
	/** Minutes on foot; from a building to itself: between two of its rooms. */
	readonly walks: readonly BuildingWalk[];
	/** When persons have other things to do. */
	readonly busy: readonly (Stretch & { readonly person: string })[];
	readonly booked: readonly BookedToCheck[];
	readonly brought: readonly BroughtToCheck[];
}

/** Something that cannot be as it is planned, and where. */
export type Clash = Stretch & {
	readonly date: LocalDate;
	readonly desks: readonly string[];
} & (
		| { readonly code: 'teacher-twice'; readonly person: string }
		| { readonly code: 'room-full'; readonly room: string; readonly spaces: number }
		| { readonly code: 'outside-conference' }
		| { readonly code: 'busy-over-booked'; readonly person: string }
		| {
				readonly code: 'not-step-free';
				readonly room: string;
				/** Whether somebody said that there are steps. */
				readonly isKnown: boolean;
		  }
		| { readonly code: 'student-twice'; readonly student: string }
		| { readonly code: 'no-time-to-walk'; readonly person: string; readonly minutes: number }
	);

/** All clashes of a conference's desks, in order of time. */
export function findClashes(problem: ClashProblem): Clash[] {
	return [
		...ofPersons(problem),
		...ofRooms(problem),
		...outsideConference(problem),
		...busyOverBooked(problem),
		...notStepFree(problem),
		...broughtTwice(problem),
	].sort((a, b) => a.start - b.start);
}

function ofPersons({ sittings, rooms, walks }: ClashProblem): Clash[] {
	const rows = sittings.flatMap((sitting) =>
		sitting.persons.map((person) => ({ person, sitting })),
	);
	const buildings = new Map(rooms.map(({ id, building }) => [id, building]));
	const clashes: Clash[] = [];
	for (const [person, own] of groupBy(rows, ({ person }) => person)) {
		const inOrder = own.map(({ sitting }) => sitting).sort((a, b) => a.start - b.start);
		inOrder.forEach((sitting, index) => {
			for (const later of inOrder.slice(index + 1)) {
				if (later.start >= sitting.end) break;
				clashes.push({
					code: 'teacher-twice',
					person,
					date: sitting.date,
					desks: [...new Set([sitting.desk, later.desk])],
					start: later.start,
					end: Math.min(sitting.end, later.end),
				});
			}
			const next = inOrder[index + 1];
			if (!next || next.date !== sitting.date || next.start < sitting.end) return;
			const minutes = walkBetween(sitting.room, next.room, buildings, walks);
			if (next.start - sitting.end >= minutes * MINUTE) return;
			clashes.push({
				code: 'no-time-to-walk',
				person,
				minutes,
				date: sitting.date,
				desks: [...new Set([sitting.desk, next.desk])],
				start: sitting.end,
				end: next.start,
			});
		});
	}
	return clashes;
}

function walkBetween(
	from: string | null,
	to: string | null,
	buildings: ReadonlyMap<string, string | null>,
	walks: readonly BuildingWalk[],
): number {
	if (from === null || to === null || from === to) return 0;
	const [a, b] = [buildings.get(from) ?? null, buildings.get(to) ?? null];
	if (a === null || b === null) return 0;
	return (
		walks.find((walk) => (walk.from === a && walk.to === b) || (walk.from === b && walk.to === a))
			?.minutes ?? 0
	);
}

/** Where more desks sit in a room than it takes: one clash for each unbroken time of it. */
function ofRooms({ sittings, rooms }: ClashProblem): Clash[] {
	const inRooms = groupBy(
		sittings.filter(({ room }) => room !== null),
		({ room }) => room!,
	);
	return rooms.flatMap(({ id, spaces }): Clash[] => {
		const here = inRooms.get(id) ?? [];
		if (here.length <= spaces) return [];
		const moments = here
			.flatMap(({ start, end }) => [
				{ at: start, step: 1 },
				{ at: end, step: -1 },
			])
			.sort((a, b) => a.at - b.at || a.step - b.step);
		const crowded: Stretch[] = [];
		let count = 0;
		moments.forEach(({ at, step }, index) => {
			count += step;
			const next = moments[index + 1];
			if (count > spaces && next && next.at > at) crowded.push({ start: at, end: next.at });
		});
		return joined(crowded).map(({ start, end }) => {
			const those = here.filter((sitting) => overlaps(sitting, { start, end }));
			return {
				code: 'room-full',
				room: id,
				spaces,
				start,
				end,
				date: those[0]!.date,
				desks: [...new Set(those.map(({ desk }) => desk))],
			};
		});
	});
}

function outsideConference({ sittings, conference }: ClashProblem): Clash[] {
	const inside = joined(conference);
	return sittings
		.filter((sitting) => !sitting.isRight && !inside.some((stretch) => contains(stretch, sitting)))
		.map(({ desk, date, start, end }) => ({
			code: 'outside-conference',
			date,
			start,
			end,
			desks: [desk],
		}));
}

function busyOverBooked({ busy, booked }: ClashProblem): Clash[] {
	const duties = groupBy(busy, ({ person }) => person);
	return booked.flatMap(({ desk, date, start, end, persons }) =>
		persons
			.filter((person) => (duties.get(person) ?? []).some((duty) => overlaps(duty, { start, end })))
			.map((person): Clash => ({
				code: 'busy-over-booked',
				person,
				date,
				start,
				end,
				desks: [desk],
			})),
	);
}

function notStepFree({ booked, rooms }: ClashProblem): Clash[] {
	const withSteps = new Map(
		rooms.filter(({ stepFree }) => !stepFree).map(({ id, stepFree }) => [id, stepFree]),
	);
	return booked
		.filter(({ stepFree, room }) => stepFree && room !== null && withSteps.has(room))
		.map(({ desk, date, start, end, room }) => ({
			code: 'not-step-free',
			room: room!,
			date,
			start,
			end,
			isKnown: withSteps.get(room!) === false,
			desks: [desk],
		}));
}

/** Two households bring one student at the same time: neither can know of it, so the office does. */
function broughtTwice({ brought }: ClashProblem): Clash[] {
	return [...groupBy(brought, ({ student }) => student)].flatMap(([student, list]) =>
		list.flatMap((entry, index) =>
			list
				.slice(index + 1)
				.filter((other) => other.family !== entry.family && overlaps(other, entry))
				.map((other): Clash => ({
					code: 'student-twice',
					student,
					date: entry.date,
					desks: [...new Set([entry.desk, other.desk])],
					start: Math.max(entry.start, other.start),
					end: Math.min(entry.end, other.end),
				})),
		),
	);
}
