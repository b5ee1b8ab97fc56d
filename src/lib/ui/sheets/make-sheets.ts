import { groupBy } from '$lib/core/group-by';
import type { Seated } from '$lib/operations/floor';
import type { PrintedSlot, SheetKind } from '$lib/operations/sheets';
import { m } from '$lib/paraglide/messages';
import { placeWords } from '$lib/words/place-words';
import { studentWords } from '$lib/words/student-words';
import { listText, localDateText, timeText } from '../parts/format/when';

/** One sheet of paper, or as many as its rows take. */
export interface Sheet {
	/** What it belongs to: a desk, a family, a class. */
	readonly id: string;
	readonly title: string;
	readonly about: string;
	readonly columns: readonly string[];
	readonly rows: readonly (readonly string[])[];
}

/** So many desks stand beside one another on a sheet of the whole board. */
const DESKS_ACROSS = 6;

const spanText = ({ start, end }: PrintedSlot, zone: string): string =>
	`${timeText(start, zone)}–${timeText(end, zone)}`;

const studentsText = ({ students }: Seated): string => listText(students.map(studentWords));

const wherePlace = ({ place }: Seated): string =>
	placeWords({ kind: place.kind, name: place.name, buildingName: place.building });

const needsText = ({ interpreting, stepFree, standing, said }: Seated): string =>
	[
		standing === 'asked' ? m.seat_asked() : '',
		interpreting
			? interpreting.name
				? m.day_interpreter({ name: interpreting.name, language: interpreting.language })
				: m.day_interpreter_missing({ language: interpreting.language })
			: '',
		stepFree ? m.day_step_free() : '',
		said.length ? m.sheet_answers({ count: said.length }) : '',
	]
		.filter(Boolean)
		.join('; ');

/** The sheets of a kind, in the order in which they are handed out. */
export function makeSheets(
	kind: SheetKind,
	slots: readonly PrintedSlot[],
	zone: string,
): readonly Sheet[] {
	switch (kind) {
		case 'teacher':
			return teacherSheets(slots, zone);
		case 'door':
			return doorSheets(slots, zone);
		case 'room':
			return roomSheets(slots, zone);
		case 'family':
			return familySheets(slots, zone);
		case 'class':
			return classSheets(slots, zone);
		case 'board':
			return boardSheets(slots, zone);
	}
}

const byDeskAndDate = (slots: readonly PrintedSlot[]) =>
	[...groupBy(slots, ({ desk, date }) => `${desk} ${date}`).values()].sort(
		([a], [b]) =>
			a!.teacher.localeCompare(b!.teacher) || (a!.date < b!.date ? -1 : a!.date > b!.date ? 1 : 0),
	);

const teacherSheets = (slots: readonly PrintedSlot[], zone: string): Sheet[] =>
	byDeskAndDate(slots).map((own) => {
		const [first] = own as [PrintedSlot];
		return {
			id: first.desk,
			title: first.teacher,
			about: [first.subject, localDateText(first.date), first.place].filter(Boolean).join(' · '),
			columns: [m.sheet_time(), m.families_students(), m.floor_comes(), m.sheet_notes()],
			rows: own.flatMap((slot) =>
				slot.seated.length
					? slot.seated.map((seated) => [
							spanText(slot, zone),
							studentsText(seated),
							listText(seated.adults),
							needsText(seated),
						])
					: [[spanText(slot, zone), slot.isBlocked ? m.seat_blocked() : '', '', '']],
			),
		};
	});

const doorSheets = (slots: readonly PrintedSlot[], zone: string): Sheet[] =>
	byDeskAndDate(slots).map((own) => {
		const [first] = own as [PrintedSlot];
		return {
			id: first.desk,
			title: first.teacher,
			about: [localDateText(first.date), first.place].filter(Boolean).join(' · '),
			columns: [m.sheet_time(), m.families_family()],
			rows: own.map((slot) => [
				spanText(slot, zone),
				listText(slot.seated.map(({ familyLabel }) => familyLabel)),
			]),
		};
	});

function roomSheets(slots: readonly PrintedSlot[], zone: string): Sheet[] {
	const inRooms = groupBy(slots, ({ place, date }) => `${place} ${date}`);
	return [...inRooms.values()]
		.sort(([a], [b]) => a!.place.localeCompare(b!.place) || (a!.date < b!.date ? -1 : 1))
		.map((own) => {
			const [first] = own as [PrintedSlot];
			return {
				id: first.place,
				title: first.place,
				about: localDateText(first.date),
				columns: [m.sheet_time(), m.sheet_teacher(), m.families_family()],
				rows: own
					.filter(({ seated }) => seated.length)
					.sort((a, b) => a.start - b.start || a.teacher.localeCompare(b.teacher))
					.map((slot) => [
						spanText(slot, zone),
						slot.teacher,
						listText(slot.seated.map(({ familyLabel }) => familyLabel)),
					]),
			};
		});
}

/** Every seat that somebody has, with its slot. */
const taken = (slots: readonly PrintedSlot[]) =>
	slots.flatMap((slot) => slot.seated.map((seated) => ({ slot, seated })));

const familySheets = (slots: readonly PrintedSlot[], zone: string): Sheet[] =>
	[...groupBy(taken(slots), ({ seated }) => seated.family)]
		.sort(([, [a]], [, [b]]) => a!.seated.familyLabel.localeCompare(b!.seated.familyLabel))
		.map(([family, own]) => ({
			id: family,
			title: own[0]!.seated.familyLabel,
			about: listText([...new Set(own.flatMap(({ seated }) => seated.adults))]),
			columns: [
				m.sheet_date(),
				m.sheet_time(),
				m.sheet_teacher(),
				m.floor_where(),
				m.sheet_about_whom(),
			],
			rows: own.map(({ slot, seated }) => [
				localDateText(slot.date, 'short'),
				spanText(slot, zone),
				[slot.teacher, slot.subject].filter(Boolean).join(', '),
				wherePlace(seated),
				listText(seated.students.map(({ name }) => name)),
			]),
		}));

function classSheets(slots: readonly PrintedSlot[], zone: string): Sheet[] {
	const students = taken(slots).flatMap(({ slot, seated }) =>
		seated.students.map((student) => ({ ...student, slot, seated })),
	);
	return [...groupBy(students, ({ classLabel }) => classLabel)]
		.sort(([a], [b]) => a.localeCompare(b, undefined, { numeric: true }))
		.map(([label, own]) => ({
			id: label,
			title: m.sheet_class({ class: label }),
			about: m.sheet_students({ count: new Set(own.map(({ name }) => name)).size }),
			columns: [
				m.families_students(),
				m.sheet_date(),
				m.sheet_time(),
				m.sheet_teacher(),
				m.floor_where(),
			],
			rows: [...own]
				.sort((a, b) => a.name.localeCompare(b.name) || a.slot.start - b.slot.start)
				.map(({ name, slot, seated }) => [
					name,
					localDateText(slot.date, 'short'),
					spanText(slot, zone),
					slot.teacher,
					wherePlace(seated),
				]),
		}));
}

/** The whole board, by date and some desks at a time: times down, desks across. */
function boardSheets(slots: readonly PrintedSlot[], zone: string): Sheet[] {
	return [...groupBy(slots, ({ date }) => date)].flatMap(([date, own]) => {
		const desks = [...groupBy(own, ({ desk }) => desk)];
		const parts = Array.from({ length: Math.ceil(desks.length / DESKS_ACROSS) }, (_, part) =>
			desks.slice(part * DESKS_ACROSS, (part + 1) * DESKS_ACROSS),
		);
		return parts.map((across, part) => {
			const starts = [...new Set(across.flatMap(([, of]) => of.map(({ start }) => start)))].sort(
				(a, b) => a - b,
			);
			return {
				id: `${date} ${part}`,
				title: localDateText(date),
				about: m.sheet_part({ part: part + 1, parts: parts.length }),
				columns: [m.sheet_time(), ...across.map(([, [first]]) => first!.teacher)],
				rows: starts.map((start) => [
					timeText(start, zone),
					...across.map(([, of]) => {
						const slot = of.find((one) => one.start === start);
						if (!slot) return '';
						if (slot.isBlocked) return '×';
						return listText(slot.seated.map(({ familyLabel }) => familyLabel)) || '·';
					}),
				]),
			};
		});
	});
}
