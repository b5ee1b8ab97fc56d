import {
	isSameAsked,
	readAnswer,
	type AskedQuestion,
	type BookingQuestion,
	type GivenAnswer,
} from './booking-question';

/** A meeting that is booked: the first wish that it serves, and where. */
export interface BookedMeeting {
	readonly wish: string;
	readonly desk: string;
}

/** What is asked of a family that books these meetings: of the whole visit first, then meeting by meeting. */
export function questionsFor(
	questions: readonly BookingQuestion[],
	meetings: readonly BookedMeeting[],
): AskedQuestion[] {
	if (meetings.length === 0) return [];
	const whole = questions.filter(({ desks }) => desks === null);
	return [
		...whole.map(({ id }) => ({ question: id, wish: null })),
		...meetings.flatMap(({ wish, desk }) =>
			questions
				.filter(({ desks }) => desks?.includes(desk))
				.map(({ id }) => ({ question: id, wish })),
		),
	];
}

/** Of the questions those that are asked at one of these desks, each with these desks alone, or of the whole visit. */
export const questionsAt = (
	questions: readonly BookingQuestion[],
	here: ReadonlySet<string>,
): BookingQuestion[] =>
	questions
		.map((question) => ({
			...question,
			desks: question.desks && question.desks.filter((desk) => here.has(desk)),
		}))
		.filter(({ desks }) => desks === null || desks.length > 0);

/** Why a question still waits: nothing was said, or what was said is no answer to it. */
export interface Unanswered extends AskedQuestion {
	readonly why: 'missing' | 'unfit';
}

/**
 * What still has to be answered before these meetings are booked: required questions without an answer,
 * in `given` or before, and answers that do not fit.
 */
export function unanswered(
	questions: readonly BookingQuestion[],
	asked: readonly AskedQuestion[],
	{
		given,
		before,
	}: { readonly given: readonly GivenAnswer[]; readonly before: readonly AskedQuestion[] },
): Unanswered[] {
	const known = new Map(questions.map((question) => [question.id, question]));
	return asked.flatMap((entry): Unanswered[] => {
		const question = known.get(entry.question)!;
		const answer = given.find((one) => isSameAsked(one, entry));
		const read = answer === undefined ? null : readAnswer(question, answer.value);
		if (read === 'unfit') return [{ ...entry, why: 'unfit' }];
		const isSaid =
			answer === undefined ? before.some((one) => isSameAsked(one, entry)) : read !== null;
		return question.required && !isSaid ? [{ ...entry, why: 'missing' }] : [];
	});
}
