import { and, eq, inArray, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { familyErase } from '../../operations/register';
import type { App } from '../app';
import { dropHoldsOf } from '../visits/held-claims';
import {
	act,
	adult,
	adultRight,
	appointment,
	bookingAnswer,
	family,
	familyAdult,
	familyCode,
	notice,
	familyStudent,
	invitation,
	student,
	wish,
} from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { secret } from '../foundation/secret-in-answer';
import { moveAdultClaims, readFamily } from './edit-family';
import { performs } from '../foundation/runner/perform';
import { lockRegister } from './lock-register';
import { rowsOf } from '../foundation/database/rows-of';

/**
 * Everything that is kept about a family, as one JSON text: a person's right (GDPR, article 15, for
 * schools to which it applies). Of the other household of a student it holds nothing, of withdrawn
 * rights and of families kept apart neither.
 */
export async function familyData(
	app: Pick<App, 'db' | 'config' | 'clock'>,
	actor: Actor,
	familyId: string,
): Promise<string | null> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const { db } = app;
	const page = await readFamily(app, actor, familyId);
	if (!page) return null;
	const [appointments, enquiries, answers, acts] = await Promise.all([
		db.execute(sql`
			select conference.name as conference, desk.name as desk,
				(select string_agg(concat_ws(' ', given_name, family_name), ', ') from desk_substitute
					join person on person.id = person_id where desk_id = desk.id
						and local_date = (starts_at at time zone conference.time_zone)::date) as "substitute",
				desk.subject, place.name as place,
				standing, starts_at as start, ends_at as "end",
				array(select concat_ws(' ', given_name, family_name) from appointment_student
					join student on student.id = student_id where appointment_id = appointment.id) as students
			from appointment
			join conference on conference.id = appointment.conference_id
			join desk on desk.id = appointment.desk_id join place on place.id = appointment.place_id
			where appointment.family_id = ${familyId} order by starts_at`),
		db.execute(sql`
			select kind, words, asked_at as "askedAt", answer, answered_at as "answeredAt" from enquiry
			where family_id = ${familyId} order by asked_at`),
		db.execute(sql`
			select conference.name as conference, question.text as question, value as answer,
				said_at as "saidAt"
			from answer join question on question.id = question_id
			join conference on conference.id = question.conference_id
			where family_id = ${familyId} order by said_at`),
		db
			.select({ at: act.at, kind: act.kind })
			.from(act)
			.where(
				inArray(
					act.actorId,
					page.adults.map(({ id }) => id),
				),
			)
			.orderBy(act.at),
	]);
	const text = (at: number) => new Date(at).toISOString();
	const data = JSON.stringify(
		{
			madeAt: text(app.clock.now()),
			family: {
				label: page.label,
				address: page.address,
				interpreter: page.interpreter,
				stepFree: page.stepFree,
			},
			adults: page.adults.map(({ givenName, familyName, email, telephone, language, channel }) => ({
				givenName,
				familyName,
				email,
				telephone,
				language,
				channel,
			})),
			students: page.students.map(({ name, classLabel }) => ({ name, class: classLabel })),
			appointments: [...appointments],
			enquiries: [...enquiries],
			answers: [...answers],
			acts: acts.map(({ at, kind }) => ({ at: text(at), kind })),
		},
		null,
		'\t',
	);
	// Places may be telephone numbers with their PINs.
	return secret(data);
}

/**
 * Makes a family nameless: its adults and those students who are in no other household. Appointments
 * stay as counts without names; those to come are cancelled. It cannot be undone. What earlier acts
 * had kept of these people's rows goes as well.
 */
export const eraseFamily = performs(familyErase).by({
	lock: lockRegister,
	async work({ tx, clock, input: { family: familyId, label } }) {
		const [known] = await tx.select().from(family).where(eq(family.id, familyId));
		if (!known || known.label !== label) return { refused: { reason: 'another-name' } };
		const now = clock.now();
		const only = (table: typeof familyAdult | typeof familyStudent, member: 'adult' | 'student') =>
			rowsOf(
				tx,
				sql<{ id: string }>`
				select mine.${sql.raw(`${member}_id`)} as id from ${table} mine
				where family_id = ${familyId} and not exists (
					select from ${table} other join family on family.id = other.family_id
					where other.${sql.raw(`${member}_id`)} = mine.${sql.raw(`${member}_id`)}
						and other.family_id <> ${familyId} and family.left_at is null)`,
			);
		const adults = [...(await only(familyAdult, 'adult'))].map(({ id }) => id);
		const students = [...(await only(familyStudent, 'student'))].map(({ id }) => id);

		const toCome = await tx
			.update(appointment)
			.set({ standing: 'cancelled', version: sql`${appointment.version} + 1` })
			.where(
				and(
					eq(appointment.familyId, familyId),
					inArray(appointment.standing, ['asked', 'booked']),
					sql`${appointment.startsAt} > ${new Date(now).toISOString()}`,
				),
			)
			.returning({ id: appointment.id, conference: appointment.conferenceId });
		for (const { id } of toCome)
			await tx.execute(sql`delete from claim where appointment_id = ${id}`);
		await dropHoldsOf(tx, [familyId]);
		await tx.execute(sql`
			delete from waiting using wish where wish.id = wish_id and wish.family_id = ${familyId}`);
		await tx.execute(sql`
			update guest set name = null, email = null, withdrawn_at = coalesce(withdrawn_at, ${new Date(now).toISOString()})
			from appointment where appointment.id = appointment_id and family_id = ${familyId}`);
		await tx.update(wish).set({ words: '' }).where(eq(wish.familyId, familyId));
		await tx
			.update(appointment)
			.set({ answerWords: null })
			.where(eq(appointment.familyId, familyId));
		await tx.delete(bookingAnswer).where(eq(bookingAnswer.familyId, familyId));
		await tx.execute(sql`
			update enquiry set words = null, answer = null,
				answered_at = coalesce(answered_at, ${new Date(now).toISOString()})
			where family_id = ${familyId}`);
		await tx.delete(familyCode).where(eq(familyCode.familyId, familyId));
		await tx.delete(notice).where(eq(notice.familyId, familyId));
		for (const id of adults) await moveAdultClaims(tx, id, null);
		if (adults.length) {
			await tx
				.update(adult)
				.set({
					givenName: null,
					familyName: null,
					email: null,
					emailWanted: null,
					emailWantedAt: null,
					emailRefused: null,
					telephone: null,
					language: null,
					key: null,
					personId: null,
					leftAt: now,
				})
				.where(inArray(adult.id, adults));
			await tx
				.update(invitation)
				.set({ revokedAt: now })
				.where(inArray(invitation.adultId, adults));
			await tx.delete(adultRight).where(inArray(adultRight.adultId, adults));
		}
		if (students.length)
			await tx
				.update(student)
				.set({ givenName: null, familyName: null, key: null, leftAt: now })
				.where(inArray(student.id, students));
		await tx
			.update(family)
			.set({ label: null, address: null, interpreter: null, stepFree: false, leftAt: now })
			.where(eq(family.id, familyId));
		const erased = [familyId, ...adults, ...students];
		await tx.execute(sql`
			delete from register_change
			where coalesce(after, before)->>'id' in ${erased}
				or coalesce(after, before)->>'family_id' = ${familyId}
				or coalesce(after, before)->>'adult_id' in ${erased}
				or coalesce(after, before)->>'student_id' in ${erased}`);
		return {
			done: {},
			act: {
				kind: 'family.erased',
				after: { family: familyId, adults: adults.length, students: students.length },
			},
		};
	},
});
