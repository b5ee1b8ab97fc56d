export const bookingQuestionKinds = ['short', 'long', 'one', 'several', 'yes-no'] as const;
export type BookingQuestionKind = (typeof bookingQuestionKinds)[number];

/** Something that families are asked when they book. */
export interface BookingQuestion {
	readonly id: string;
	readonly kind: BookingQuestionKind;
	readonly text: string;
	/** Of `one` and `several`: what there is to choose from. */
	readonly choices: readonly string[];
	/** Nothing is booked without an answer. */
	readonly required: boolean;
	/** At which desks it is asked, for each appointment there; `null`: once for the whole visit. */
	readonly desks: readonly string[] | null;
}

/** What a family says: a text, a choice, several of them, or yes or no. */
export type AnswerValue = string | readonly string[] | boolean;

/** A question where it is asked: `wish` is the meeting it is about, `null` the whole visit. */
export interface AskedQuestion {
	readonly question: string;
	readonly wish: string | null;
}

/** What a family has said to a question where it is asked. */
export interface GivenAnswer extends AskedQuestion {
	readonly value: AnswerValue;
}

/** Whether both are one question where it is asked. */
export const isSameAsked = (one: AskedQuestion, other: AskedQuestion): boolean =>
	one.question === other.question && one.wish === other.wish;

/** With a text of so many signs an answer is still read. */
const LONGEST = { short: 200, long: 2000 } as const;

export type QuestionFaultCode = 'no-text' | 'too-few-choices' | 'same-choices' | 'no-such-desk';

/** What keeps a question from being asked, and of which one. */
export interface QuestionFault {
	readonly question: string;
	readonly code: QuestionFaultCode;
}

const hasChoices = ({ kind }: Pick<BookingQuestion, 'kind'>): boolean =>
	kind === 'one' || kind === 'several';

/** A question as it is kept: without blanks around it, without choices where there is nothing to choose. */
export const tidyQuestion = (question: BookingQuestion): BookingQuestion => ({
	...question,
	text: question.text.trim(),
	choices: hasChoices(question)
		? question.choices.map((choice) => choice.trim()).filter(Boolean)
		: [],
	desks: question.desks && [...new Set(question.desks)],
});

/** What is wrong with tidy questions, one fault for each question at the most. */
export const faultsOfQuestions = (
	questions: readonly BookingQuestion[],
	desks: ReadonlySet<string>,
): QuestionFault[] =>
	questions.flatMap((question) => {
		const code = faultOf(question, desks);
		return code ? [{ question: question.id, code }] : [];
	});

function faultOf(question: BookingQuestion, desks: ReadonlySet<string>): QuestionFaultCode | null {
	const { text, choices } = question;
	if (!text) return 'no-text';
	if (hasChoices(question) && choices.length < 2) return 'too-few-choices';
	if (new Set(choices).size < choices.length) return 'same-choices';
	const isHere = question.desks?.every((desk) => desks.has(desk)) ?? true;
	return isHere && question.desks?.length !== 0 ? null : 'no-such-desk';
}

/** An answer as it is kept; `null`: nothing was said; `unfit`: it is none to this question. */
export function readAnswer(
	{ kind, choices }: Pick<BookingQuestion, 'kind' | 'choices'>,
	value: AnswerValue,
): AnswerValue | null | 'unfit' {
	switch (kind) {
		case 'short':
		case 'long': {
			if (typeof value !== 'string') return 'unfit';
			const text = value.trim();
			return text.length > LONGEST[kind] ? 'unfit' : text || null;
		}
		case 'one':
			if (value === '') return null;
			return typeof value === 'string' && choices.includes(value) ? value : 'unfit';
		case 'several': {
			if (!Array.isArray(value) || !value.every((one) => choices.includes(one))) return 'unfit';
			const chosen = choices.filter((choice) => value.includes(choice));
			return chosen.length ? chosen : null;
		}
		case 'yes-no':
			return typeof value === 'boolean' ? value : 'unfit';
	}
}
