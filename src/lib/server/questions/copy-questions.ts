import { inArray } from 'drizzle-orm';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { bookingQuestion, bookingQuestionDesk, desk } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { readQuestions } from './read-questions';

/** Asks the same at another conference, at the desks of the same numbers. */
export async function copyQuestions(
	tx: Transaction,
	clock: Clock,
	{ from, to }: { readonly from: string; readonly to: string },
): Promise<void> {
	const desks = await tx
		.select({ id: desk.id, number: desk.number, conferenceId: desk.conferenceId })
		.from(desk)
		.where(inArray(desk.conferenceId, [from, to]));
	const numbers = new Map(desks.map(({ id, number }) => [id as string, number]));
	const there = new Map(
		desks.filter(({ conferenceId }) => conferenceId === to).map(({ id, number }) => [number, id]),
	);
	for (const [rank, { desks: asked, ...question }] of (await readQuestions(tx, from)).entries()) {
		const id = newId(clock);
		await tx.insert(bookingQuestion).values({
			...question,
			id,
			rank,
			conferenceId: to,
			whole: asked === null,
			choices: [...question.choices],
		});
		const ids = (asked ?? []).flatMap((one) => there.get(numbers.get(one) ?? -1) ?? []);
		if (ids.length)
			await tx
				.insert(bookingQuestionDesk)
				.values(ids.map((deskId) => ({ deskId, questionId: id })));
	}
}
