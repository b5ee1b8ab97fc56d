import { sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { AnswerValue, BookingQuestionKind } from '../../core/questions/booking-question';
import type { SaidAnswer } from '../../operations/floor';
import type { Reader } from '../foundation/database/connect';
import { uuids } from '../foundation/database/params';
import { rowsOf } from '../foundation/database/rows-of';

interface Row {
	readonly appointment: string;
	readonly question: string;
	readonly kind: BookingQuestionKind;
	readonly value: AnswerValue;
}

/**
 * What families have said, by appointment, in the questions' order: to what is asked there, and to what is
 * asked once for the visit. Where rights are withdrawn in a family, only what those who come have said of it.
 */
export async function saidAt(
	db: Reader,
	appointments: readonly string[],
): Promise<ReadonlyMap<string, SaidAnswer[]>> {
	if (appointments.length === 0) return new Map();
	const rows = await rowsOf(
		db,
		sql<Row>`
		select appointment.id as appointment, question.text as question, question.kind, answer.value
		from appointment
		join answer on answer.family_id = appointment.family_id
		join question on question.id = answer.question_id
			and question.conference_id = appointment.conference_id
		where appointment.id = any(${uuids(new Set(appointments))})
			and (wish_id is null or wish_id in (
				select wish_id from appointment_wish where appointment_id = appointment.id))
			and (holder_id is null or holder_id in (
				select adult_id from appointment_adult where appointment_id = appointment.id))
		order by question.rank`,
	);
	return new Map(
		[...groupBy(rows, ({ appointment }) => appointment)].map(([id, list]) => [
			id,
			list.map(({ question, kind, value }) => ({ question, kind, value })),
		]),
	);
}
