import { asc, eq } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { BookingQuestion } from '../../core/questions/booking-question';
import type { App } from '../app';
import { ForbiddenError } from '../foundation/forbidden';
import { bookingAnswer, bookingQuestion, desk } from '../foundation/database/schema';
import { readQuestions } from './read-questions';

/** What the office needs to say what families are asked. */
export interface QuestionsToEdit {
	readonly questions: readonly BookingQuestion[];
	/** The desks at which something may be asked. */
	readonly desks: readonly {
		readonly id: string;
		readonly name: string;
		readonly subject: string;
	}[];
	/** Ids of questions that families have answered. */
	readonly answered: readonly string[];
}

/** The questions with what stands around them. Throws `ForbiddenError`. */
export async function readQuestionsToEdit(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<QuestionsToEdit> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const [questions, desks, answered] = await Promise.all([
		readQuestions(db, conferenceId),
		db
			.select({ id: desk.id, name: desk.name, subject: desk.subject })
			.from(desk)
			.where(eq(desk.conferenceId, conferenceId))
			.orderBy(asc(desk.number)),
		db
			.selectDistinct({ id: bookingAnswer.questionId })
			.from(bookingAnswer)
			.innerJoin(bookingQuestion, eq(bookingQuestion.id, bookingAnswer.questionId))
			.where(eq(bookingQuestion.conferenceId, conferenceId)),
	]);
	return { questions, desks, answered: answered.map(({ id }) => id) };
}
