import { and, eq, inArray, sql } from 'drizzle-orm';
import { familyMerge, familySplit } from '../../operations/register';
import { dropHoldsOf } from '../visits/held-claims';
import type { Transaction } from '../foundation/database/connect';
import {
	appointment,
	appointmentAdult,
	appointmentStudent,
	family,
	familyAdult,
	familyStudent,
	bookingAnswer,
	enquiry,
	notice,
	wish,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { lockRegisterFor } from './lock-register';
import { rowsOf } from '../foundation/database/rows-of';

/**
 * Makes two families one household: adults, students, wishes and appointments of `gone` move to
 * `kept`. A wish that both have stays once.
 */
export const mergeFamilies = performs(familyMerge).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { kept: keptId, gone: goneId } }) {
		if (keptId === goneId) return { done: {}, act: null };
		for (const link of [familyAdult, familyStudent] as const) {
			const member = link === familyAdult ? familyAdult.adultId : familyStudent.studentId;
			await tx.execute(sql`
				delete from ${link} where family_id = ${goneId} and ${sql.identifier(member.name)} in (
					select ${sql.identifier(member.name)} from ${link} where family_id = ${keptId})`);
			await tx.update(link).set({ familyId: keptId }).where(eq(link.familyId, goneId));
		}
		await dropHoldsOf(tx, [keptId, goneId]);
		await tx.update(appointment).set({ familyId: keptId }).where(eq(appointment.familyId, goneId));
		// Derived wishes come again for the household as it is; served ones move with their appointments.
		await tx.execute(sql`
			delete from wish where family_id = ${goneId} and source = 'derived'
				and not exists (select from appointment_wish where wish_id = wish.id)`);
		await tx.update(wish).set({ familyId: keptId }).where(eq(wish.familyId, goneId));
		await tx.update(enquiry).set({ familyId: keptId }).where(eq(enquiry.familyId, goneId));
		// What both have said is said by the one that stays.
		await tx.execute(sql`
			delete from answer as double where family_id = ${goneId} and exists (
				select from answer where family_id = ${keptId} and question_id = double.question_id
					and wish_id is not distinct from double.wish_id
					and holder_id is not distinct from double.holder_id)`);
		await tx
			.update(bookingAnswer)
			.set({ familyId: keptId })
			.where(eq(bookingAnswer.familyId, goneId));
		await tx.update(notice).set({ familyId: keptId }).where(eq(notice.familyId, goneId));
		await tx
			.update(family)
			.set({ leftAt: clock.now(), version: sql`${family.version} + 1` })
			.where(eq(family.id, goneId));
		return { done: {}, act: { kind: 'family.merged', after: { kept: keptId, gone: goneId } } };
	},
});

/**
 * Makes a second household of some adults and students of a family. Appointments about those students
 * alone to which one of those adults comes move along, with the wishes that they serve. `nobody-left`:
 * both households need an adult and a student.
 */
export const splitFamily = performs(familySplit).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { family: familyId, adults, students, inBoth } }) {
		const id = newId(clock);
		const [old] = await tx.select().from(family).where(eq(family.id, familyId));
		const everyAdult = await tx
			.select({ id: familyAdult.adultId })
			.from(familyAdult)
			.where(eq(familyAdult.familyId, familyId));
		const everyStudent = await tx
			.select({ id: familyStudent.studentId })
			.from(familyStudent)
			.where(eq(familyStudent.familyId, familyId));
		const leaving = students.filter((student) => !inBoth.includes(student));
		const isWhole =
			adults.length === 0 ||
			students.length === 0 ||
			everyAdult.every(({ id }) => adults.includes(id)) ||
			everyStudent.every(({ id }) => leaving.includes(id));
		if (!old || isWhole) return { refused: { reason: 'nobody-left' } };
		await dropHoldsOf(tx, [familyId]);
		await tx.insert(family).values({ id, label: old.label, interpreter: old.interpreter });
		await tx
			.update(familyAdult)
			.set({ familyId: id })
			.where(and(eq(familyAdult.familyId, familyId), inArray(familyAdult.adultId, [...adults])));
		if (leaving.length)
			await tx
				.delete(familyStudent)
				.where(
					and(eq(familyStudent.familyId, familyId), inArray(familyStudent.studentId, leaving)),
				);
		await tx
			.insert(familyStudent)
			.values(students.map((studentId) => ({ familyId: id, studentId })));

		const moving = leaving.length
			? await tx
					.selectDistinct({ id: appointment.id })
					.from(appointment)
					.innerJoin(appointmentAdult, eq(appointmentAdult.appointmentId, appointment.id))
					.innerJoin(appointmentStudent, eq(appointmentStudent.appointmentId, appointment.id))
					.where(
						and(
							eq(appointment.familyId, familyId),
							inArray(appointmentAdult.adultId, [...adults]),
							inArray(appointmentStudent.studentId, leaving),
						),
					)
			: [];
		for (const entry of moving) {
			await tx.update(appointment).set({ familyId: id }).where(eq(appointment.id, entry.id));
			await tx.execute(sql`
				update wish set family_id = ${id}
				where id in (select wish_id from appointment_wish where appointment_id = ${entry.id})`);
		}
		await tx.execute(sql`
			delete from wish where family_id = ${familyId} and source = 'derived'
				and not exists (select from appointment_wish where wish_id = wish.id)`);
		if (leaving.length)
			await tx
				.update(wish)
				.set({ familyId: id })
				.where(and(eq(wish.familyId, familyId), inArray(wish.studentId, leaving)));
		await tx.execute(sql`
			update enquiry set family_id = wish.family_id from wish
			where wish.id = wish_id and enquiry.family_id = ${familyId}`);
		await tx.execute(sql`
			update answer set family_id = wish.family_id from wish
			where wish.id = wish_id and answer.family_id = ${familyId}`);
		await keepOwnAdults(tx, familyId);
		await keepOwnAdults(tx, id);
		return {
			done: { id },
			act: { kind: 'family.split', after: { family: familyId, other: id } },
		};
	},
});

/** To a family's appointments come adults of that family alone, as long as one of them does. */
async function keepOwnAdults(tx: Transaction, familyId: string): Promise<void> {
	const strangers = await rowsOf(
		tx,
		sql<{ appointment: string; adult: string; thing: string }>`
		select appointment_id as appointment, adult_id as adult, coalesce(person_id, adult_id) as thing
		from appointment_adult
		join appointment on appointment.id = appointment_id and appointment.family_id = ${familyId}
		join adult on adult.id = adult_id
		where adult_id not in (select adult_id from family_adult where family_id = ${familyId})
			and exists (select from appointment_adult own
				join family_adult on family_adult.adult_id = own.adult_id
				where own.appointment_id = appointment.id and family_adult.family_id = ${familyId})`,
	);
	for (const { appointment: id, adult, thing } of strangers) {
		await tx.execute(sql`
			delete from claim where appointment_id = ${id} and kind = 'adult' and thing = ${thing}`);
		await tx.execute(sql`
			delete from appointment_adult where appointment_id = ${id} and adult_id = ${adult}`);
	}
}
