import { and, asc, eq, inArray, type SQL } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { Seated } from '../../operations/floor';
import type { App } from '../app';
import {
	adult,
	appointment,
	appointmentAdult,
	takenSlot,
	appointmentStudent,
	building,
	family,
	person,
	place,
	slot,
	student,
} from '../foundation/database/schema';
import { saidAt } from '../questions/said-at';
import { fullName } from '../register/names';

/** The standing appointments in the slots that the condition (on `slot`) picks, with their people. */
export async function readSeated(
	{ db, config }: Pick<App, 'db' | 'config'>,
	condition: SQL,
): Promise<Seated[]> {
	const rows = await db
		.select({
			slot: slot.id,
			appointment,
			family,
			place,
			building: building.name,
			interpreter: person,
		})
		.from(slot)
		.innerJoin(takenSlot, eq(takenSlot.slotId, slot.id))
		.innerJoin(appointment, eq(appointment.id, takenSlot.appointmentId))
		.innerJoin(family, eq(family.id, appointment.familyId))
		.innerJoin(place, eq(place.id, appointment.placeId))
		.leftJoin(building, eq(building.id, place.buildingId))
		.leftJoin(person, eq(person.id, appointment.interpreterId))
		.where(and(condition, inArray(appointment.standing, ['asked', 'booked'])))
		.orderBy(asc(slot.startsAt));
	if (rows.length === 0) return [];
	const ids = rows.map(({ appointment }) => appointment.id);
	const [said, students, adults] = await Promise.all([
		saidAt(db, ids),
		db
			.select({
				id: appointmentStudent.appointmentId,
				label: appointmentStudent.classLabel,
				student,
			})
			.from(appointmentStudent)
			.innerJoin(student, eq(student.id, appointmentStudent.studentId))
			.where(inArray(appointmentStudent.appointmentId, ids))
			.orderBy(asc(student.id)),
		db
			.select({ id: appointmentAdult.appointmentId, adult })
			.from(appointmentAdult)
			.innerJoin(adult, eq(adult.id, appointmentAdult.adultId))
			.where(inArray(appointmentAdult.appointmentId, ids))
			.orderBy(asc(adult.id)),
	]);
	const studentsOf = groupBy(students, ({ id }) => id);
	const adultsOf = groupBy(adults, ({ id }) => id);
	return rows.map(({ slot, appointment, family, interpreter, place, building }) => ({
		appointment: appointment.id,
		slot,
		family: appointment.familyId,
		familyLabel: family.label ?? '',
		interpreting: family.interpreter
			? { language: family.interpreter, name: interpreter && fullName(interpreter) }
			: null,
		stepFree: family.stepFree,
		standing: appointment.standing === 'asked' ? 'asked' : 'booked',
		students: (studentsOf.get(appointment.id) ?? []).map(({ student, label }) => ({
			name: fullName(student),
			classLabel: label,
		})),
		said: said.get(appointment.id) ?? [],
		receiver: appointment.receiverId,
		adults: (adultsOf.get(appointment.id) ?? []).map(({ adult }) => fullName(adult)),
		place: {
			kind: place.kind,
			// A number without its PIN: who receives has it.
			name: place.telephone ?? place.name,
			building,
			hasDoor: place.link !== null || (place.fresh && config.videoService !== null),
		},
	}));
}
