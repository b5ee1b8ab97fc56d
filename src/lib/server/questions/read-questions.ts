import { asc, eq } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { BookingQuestion } from '../../core/questions/booking-question';
import type { Reader } from '../foundation/database/connect';
import { bookingQuestion, bookingQuestionDesk } from '../foundation/database/schema';

/** What families are asked when they book at a conference, in order. */
export async function readQuestions(db: Reader, conferenceId: string): Promise<BookingQuestion[]> {
	const rows = await db
		.select({ question: bookingQuestion, desk: bookingQuestionDesk.deskId })
		.from(bookingQuestion)
		.leftJoin(bookingQuestionDesk, eq(bookingQuestionDesk.questionId, bookingQuestion.id))
		.where(eq(bookingQuestion.conferenceId, conferenceId))
		.orderBy(asc(bookingQuestion.rank), asc(bookingQuestionDesk.deskId));
	return [...groupBy(rows, ({ question }) => question.id).values()].map((list) => {
		const { id, kind, text, choices, required, whole } = list[0]!.question;
		const desks = whole ? null : list.flatMap(({ desk }) => desk ?? []);
		return { id, kind, text, choices, required, desks };
	});
}
