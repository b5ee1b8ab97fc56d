import { z, type ZodMiniType } from 'zod/mini';
import {
	bookingQuestionKinds,
	type AnswerValue,
	type BookingQuestion,
	type GivenAnswer,
	type QuestionFault,
} from '../core/questions/booking-question';
import type { Unanswered } from '../core/questions/asked-questions';
import { change, type WhoseVisit } from './change';
import { id } from './shapes';

const bookingQuestion: ZodMiniType<BookingQuestion> = z.object({
	id,
	kind: z.enum(bookingQuestionKinds),
	text: z.string().check(z.maxLength(500)),
	choices: z.array(z.string().check(z.maxLength(200))).check(z.maxLength(30)),
	required: z.boolean(),
	desks: z.nullable(z.array(id).check(z.maxLength(500))),
});

const answerValue: ZodMiniType<AnswerValue> = z.union([
	z.string().check(z.maxLength(2000)),
	z.array(z.string().check(z.maxLength(200))).check(z.maxLength(30)),
	z.boolean(),
]);

const asked = { question: id, wish: z.nullable(id) };

export const givenAnswers: ZodMiniType<readonly GivenAnswer[]> = z
	.array(z.object({ ...asked, value: answerValue }))
	.check(z.maxLength(200));

/** Questions that have to be answered first; nothing was changed. */
export interface AnswersWanted {
	readonly reason: 'unanswered';
	readonly unanswered: readonly Unanswered[];
}

export const answersWanted: ZodMiniType<AnswersWanted> = z.object({
	reason: z.literal('unanswered'),
	unanswered: z.array(z.object({ ...asked, why: z.enum(['missing', 'unfit']) })),
});

export interface QuestionsRequest {
	readonly conferenceId: string;
	/** The questions that whoever asks has seen. */
	readonly base: readonly BookingQuestion[];
	/** In their order. One that is left out is no longer asked, and its answers go. */
	readonly questions: readonly BookingQuestion[];
}

const questions = z.array(bookingQuestion).check(z.maxLength(50));

/** Says what families are asked when they book. */
export const questionsSave = change({
	name: 'questions.save',
	may: 'conference.set-up',
	input: z.object({
		conferenceId: id,
		base: questions,
		questions,
	}) as ZodMiniType<QuestionsRequest>,
	done: z.object({ questions }) as ZodMiniType<{ questions: readonly BookingQuestion[] }>,
	refusal: z.discriminatedUnion('reason', [
		z.object({
			reason: z.literal('faults'),
			faults: z.array(
				z.object({
					question: id,
					code: z.enum(['no-text', 'too-few-choices', 'same-choices', 'no-such-desk']),
				}),
			) as ZodMiniType<readonly QuestionFault[]>,
		}),
		z.object({ reason: z.literal('newer') }),
	]),
	leaves: ['questions.changed'],
	mostBytes: 256 * 1024,
});

/** Changes what a family has said, until its appointments begin. */
export const answersSave = change({
	name: 'answers.save',
	may: 'visit.book',
	about: ({ familyId }) => ({ family: familyId }),
	input: z.object({
		conferenceId: id,
		familyId: id,
		answers: givenAnswers,
	}) as ZodMiniType<WhoseVisit & { readonly answers: readonly GivenAnswer[] }>,
	refusal: answersWanted,
	leaves: ['answers.changed'],
});
