import { eq, inArray, sql } from 'drizzle-orm';
import { isSame } from '../../core/merge/is-same';
import { faultsOfQuestions, tidyQuestion } from '../../core/questions/booking-question';
import { questionsSave } from '../../operations/questions';
import { lockConference } from '../conferences/lock-conference';
import { bookingQuestion, bookingQuestionDesk, desk } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { readQuestions } from './read-questions';

/**
 * Says what families are asked when they book. A question keeps its answers as long as it is asked;
 * `newer`: somebody else has changed the questions since they were read.
 */
export const saveQuestions = performs(questionsSave).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, input: { conferenceId, base, questions: wanted } }) {
		const before = await readQuestions(tx, conferenceId);
		if (!isSame(before, base)) return { refused: { reason: 'newer' } };
		const desks = await tx
			.select({ id: desk.id })
			.from(desk)
			.where(eq(desk.conferenceId, conferenceId));
		const questions = wanted.map(tidyQuestion);
		const faults = faultsOfQuestions(questions, new Set(desks.map(({ id }) => id)));
		if (faults.length) return { refused: { reason: 'faults', faults } };

		const kept = new Set(questions.map(({ id }) => id));
		const gone = before.map(({ id }) => id).filter((id) => !kept.has(id));
		if (gone.length) await tx.delete(bookingQuestion).where(inArray(bookingQuestion.id, gone));
		for (const [rank, { desks, ...question }] of questions.entries()) {
			const values = { ...question, rank, whole: desks === null, choices: [...question.choices] };
			await tx
				.insert(bookingQuestion)
				.values({ ...values, conferenceId })
				.onConflictDoUpdate({
					target: bookingQuestion.id,
					set: values,
					setWhere: sql`question.conference_id = ${conferenceId}`,
				});
			await tx.delete(bookingQuestionDesk).where(eq(bookingQuestionDesk.questionId, question.id));
			if (desks)
				await tx
					.insert(bookingQuestionDesk)
					.values(desks.map((deskId) => ({ deskId, questionId: question.id })));
		}
		const after = await readQuestions(tx, conferenceId);
		return {
			done: { questions: after },
			act: { kind: 'questions.changed', conferenceId, before, after },
		};
	},
});
