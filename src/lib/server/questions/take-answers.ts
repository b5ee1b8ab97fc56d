import { and, eq, isNull } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { questionsFor, unanswered, type BookedMeeting } from '../../core/questions/asked-questions';
import {
	isSameAsked,
	readAnswer,
	type BookingQuestion,
	type GivenAnswer,
} from '../../core/questions/booking-question';
import type { AnswersWanted } from '../../operations/questions';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { bookingAnswer } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import type { FamilyFacts } from '../visits/family-facts';
import { holderFor, type FamilyShare } from '../visits/family-share';
import { isOffice } from '../visits/visit-facts';
import { answersOf } from './answers-of';

/** What a family says when it books. */
export interface Answering {
	readonly actor: Actor;
	readonly family: Pick<FamilyFacts, 'id' | 'rights'>;
	readonly share: Pick<FamilyShare, 'wishes'>;
	readonly questions: readonly BookingQuestion[];
	/** About which it is asked. */
	readonly meetings: readonly BookedMeeting[];
	readonly answers: readonly GivenAnswer[];
}

/**
 * Keeps what a family says to what it is asked, or answers what it still has to say; then nothing is kept.
 * The office, with a family on the telephone, may leave questions open. What nobody asked is passed over.
 */
export async function takeAnswers(
	tx: Transaction,
	clock: Clock,
	{ actor, family, share, questions, meetings, answers }: Answering,
): Promise<AnswersWanted | null> {
	const asked = questionsFor(questions, meetings);
	if (asked.length === 0) return null;
	const { wishes } = share;
	const before = await answersOf(tx, { actor, family, wishes, questions });
	const open = unanswered(questions, asked, { given: answers, before }).filter(
		({ why }) => why === 'unfit' || !isOffice(actor),
	);
	if (open.length) return { reason: 'unanswered', unanswered: open };
	const holder = holderFor(actor, family);
	for (const entry of asked) {
		const answer = answers.find((one) => isSameAsked(one, entry));
		if (answer) await keep(tx, clock, { family: family.id, holder, answer, questions });
	}
	return null;
}

/** Keeps one answer in the place of an earlier one; one in which nothing is said takes that away. */
async function keep(
	tx: Transaction,
	clock: Clock,
	{
		family,
		holder,
		answer,
		questions,
	}: {
		readonly family: string;
		readonly holder: string | null;
		readonly answer: GivenAnswer;
		readonly questions: readonly BookingQuestion[];
	},
): Promise<void> {
	const { question: questionId, wish } = answer;
	// About a meeting it is the meeting's, whoever of those says it who may.
	const holderId = wish === null ? holder : null;
	await tx
		.delete(bookingAnswer)
		.where(
			and(
				eq(bookingAnswer.questionId, questionId),
				eq(bookingAnswer.familyId, family),
				wish === null ? isNull(bookingAnswer.wishId) : eq(bookingAnswer.wishId, wish),
				holderId === null ? isNull(bookingAnswer.holderId) : eq(bookingAnswer.holderId, holderId),
			),
		);
	const value = readAnswer(
		questions.find(({ id }) => id === questionId)!,
		answer.value,
	);
	if (value === null || value === 'unfit') return;
	await tx.insert(bookingAnswer).values({
		id: newId(clock),
		questionId,
		familyId: family,
		wishId: wish,
		holderId,
		value,
		saidAt: clock.now(),
	});
}
