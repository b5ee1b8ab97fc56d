import type { LocalDate } from '$lib/core/time/local-of';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import { metAt } from '$lib/core/desks/named-substitutes';
import { localOf, MINUTE } from '$lib/core/time/local-of';
import { turnMinutes } from '$lib/core/snapshot/turn';
import type { Visit } from '$lib/core/planner/visit-problem';
import { givingUp } from '$lib/core/visits/giving-up';
import type { Move } from '$lib/core/visits/moves';
import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
import { REMOTE } from '$lib/core/snapshot/ways';
import { placeWords } from '$lib/words/place-words';
import { substituteWords } from '$lib/words/substitute-words';

/** How one gets from an appointment to the next. */
export interface Walk {
	readonly kind: 'walk' | 'to-remote' | 'from-remote';
	readonly minutes: number;
	/** Where the walk leads: a building, or a room of the one where one is already. */
	readonly to: string;
}

/** An appointment on the ribbon of a visit; times in milliseconds. */
export interface RibbonEntry {
	readonly id: string;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly desk: string;
	/** Who stands in for whom; empty for nobody. */
	readonly substitute: string;
	readonly subject: string;
	readonly place: string;
	readonly placeKey: string;
	readonly building: string | null;
	readonly link: string | null;
	readonly students: string;
	/** Asked for, until somebody accepts. */
	readonly isAsked: boolean;
	/** Of the student, from 1 to 4. */
	readonly ink: number;
	walkFrom(before: RibbonEntry): Walk;
}

type Piece = Pick<RibbonEntry, 'id' | 'date' | 'start' | 'end' | 'link'> & {
	readonly desk: string;
	readonly place: string;
	readonly students: readonly string[];
	readonly isAsked: boolean;
};

const INKS = 4;

/** The ink of a family's student, by its place in the list of students. */
export const studentInk = (index: number): number => (Math.max(0, index) % INKS) + 1;

function entryOf(view: FamilyProjection, piece: Piece): RibbonEntry {
	const desk = view.desks.find(({ id }) => id === piece.desk);
	const place = view.places.find(({ id }) => id === piece.place);
	const met = metAt(desk ?? { name: '', substitutes: [] }, piece.date);
	const placeKey = place?.key ?? REMOTE;
	const turn = turnMinutes({ travel: view.travel, pause: 0 });
	const first = view.students.findIndex(({ id }) => id === piece.students[0]);
	return {
		...piece,
		desk: met.name,
		substitute: substituteWords(met),
		subject: desk?.subject ?? '',
		place: place ? placeWords({ kind: place.kind, name: place.name }) : '',
		placeKey,
		building: place?.buildingName ?? null,
		students: view.students
			.filter(({ id }) => piece.students.includes(id))
			.map(({ name }) => name)
			.join(', '),
		ink: studentInk(first),
		walkFrom: (before) => ({
			kind: placeKey === REMOTE ? 'to-remote' : before.placeKey === REMOTE ? 'from-remote' : 'walk',
			minutes: turn(before.placeKey, placeKey),
			to:
				(place?.buildingName === before.building ? null : place?.buildingName) ?? place?.name ?? '',
		}),
	};
}

/** What the family has booked. */
export const bookedEntries = (view: FamilyProjection): RibbonEntry[] =>
	view.appointments.map((appointment) =>
		entryOf(view, { ...appointment, isAsked: appointment.standing === 'asked' }),
	);

/** What the family would have with an appointment moved. */
export function movedEntries(
	view: FamilyProjection,
	moved: string,
	{ to, also }: Move,
): RibbonEntry[] {
	const gone = [moved, ...also.map(({ appointment }) => appointment)];
	const placements = [to, ...also.map((entry) => entry.to)];
	return suggestedEntries(givingUp(view, gone), { placements });
}

/** What was asked for, as far as its times are still known. */
export function wantedEntries(
	view: FamilyProjection,
	wanted: readonly WantedAppointment[],
): RibbonEntry[] {
	const slots = new Map(view.slots.map((slot) => [slot.id, slot]));
	const studentOf = new Map(view.wishes.map(({ id, student }) => [id, student]));
	return wanted
		.flatMap(({ slot: id, wishes }) => {
			const slot = slots.get(id);
			if (!slot) return [];
			const { date, desk, place, start, end } = slot;
			const students = wishes.flatMap((wish) => studentOf.get(wish) ?? []);
			const piece = { id, date, desk, place, start, end, students, link: null, isAsked: false };
			return [entryOf(view, piece)];
		})
		.sort((a, b) => a.start - b.start);
}

/** A suggested visit together with what is booked already, in order of time. */
export function suggestedEntries(
	view: FamilyProjection,
	visit: Pick<Visit, 'placements'>,
): RibbonEntry[] {
	const students = new Map(view.wishes.map(({ id, student }) => [id, student]));
	const slots = new Map(view.slots.map((slot) => [slot.id, slot]));
	const keyOf = new Map(view.places.map(({ id, key }) => [id, key]));
	const placed = visit.placements.map(({ wish, slot }) => {
		// Also one that the school has taken away since is shown as it was.
		const now = slots.get(slot.id);
		const isThere = (id: string) => keyOf.get(id) === slot.place;
		const place = now?.places.find(isThere) ?? now?.place ?? [...keyOf.keys()].find(isThere) ?? '';
		const date = localOf(slot.start * MINUTE, view.conference.timeZone).date;
		const piece = {
			id: slot.id,
			date,
			place,
			link: null,
			desk: slot.desk,
			isAsked: false,
			start: slot.start * MINUTE,
			end: slot.end * MINUTE,
			students: [students.get(wish)!],
		};
		return entryOf(view, piece);
	});
	return [...placed, ...bookedEntries(view)].sort((a, b) => a.start - b.start);
}
