import { and, eq, inArray } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { BookingQuestion, GivenAnswer } from '../../core/questions/booking-question';
import type { Reader } from '../foundation/database/connect';
import { bookingAnswer } from '../foundation/database/schema';
import type { FamilyFacts } from '../visits/family-facts';
import { holderFor } from '../visits/family-share';

/** Of whose answers it is about. */
export interface AnswersWhose {
	readonly actor: Actor;
	readonly family: Pick<FamilyFacts, 'id' | 'rights'>;
	/** Wishes of which whoever asks may know. */
	readonly wishes: readonly { readonly id: string }[];
	readonly questions: readonly BookingQuestion[];
}

/**
 * What a family has said, as far as whoever acts may know: about its own meetings, and, where rights are
 * withdrawn in the family, of the whole visit only what it said itself.
 */
export async function answersOf(
	db: Reader,
	{ actor, family, wishes, questions }: AnswersWhose,
): Promise<GivenAnswer[]> {
	if (questions.length === 0) return [];
	const rows = await db
		.select()
		.from(bookingAnswer)
		.where(
			and(
				eq(bookingAnswer.familyId, family.id),
				inArray(
					bookingAnswer.questionId,
					questions.map(({ id }) => id),
				),
			),
		);
	const known = new Set<string>(wishes.map(({ id }) => id));
	const holder = holderFor(actor, family);
	return rows
		.filter(({ wishId, holderId }) =>
			wishId === null ? holderId === holder || actor.kind !== 'adult' : known.has(wishId),
		)
		.map(({ questionId, wishId, value }) => ({ question: questionId, wish: wishId, value }));
}
