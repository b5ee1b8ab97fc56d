import { z } from 'zod/mini';
import { outcomeOf, type AnyChange, type InputOf, type OutcomeOf } from '$lib/operations/change';
import type { Question } from '$lib/operations/question';
import { BusyError, FailedError, OfflineError, RefusedError } from './server-errors';

/** Who asks, where the same browser may have let in others as well: an adult of this family. */
interface AskedAs {
	readonly family?: string;
}

/** Asks for a declared change. Throws one of the errors above when nothing is known of its outcome. */
export async function perform<C extends AnyChange>(
	change: C,
	input: InputOf<C>,
	{ family }: AskedAs = {},
): Promise<OutcomeOf<C>> {
	const query = family ? `?as=adult&family=${family}` : '';
	return z.parse(outcomeOf(change), await send(`/do/${change.name}${query}`, input));
}

/** Asks a declared question. Throws one of the errors above. */
export const ask = async <In, Answer>(
	{ name, answer }: Question<In, Answer>,
	input: In,
): Promise<Answer> => z.parse(answer, await send(`/ask/${name}`, input));

/** The same for a page that has something to show already: `null` when there is no answer. */
export const askOrNull = <In, Answer>(
	question: Question<In, Answer>,
	input: In,
): Promise<Answer | null> =>
	ask(question, input).catch((error: unknown) => {
		if (error instanceof z.core.$ZodError) throw error;
		return null;
	});

async function send(address: string, body: unknown): Promise<unknown> {
	const answer = await reach(address, body);
	if (answer.ok) return answer.json();
	const { status } = answer;
	const told = await answer.text().catch(() => '');
	if (status === 503 || status === 429) throw new BusyError(told);
	throw status >= 500 ? new FailedError(told) : new RefusedError(told);
}

async function reach(address: string, body: unknown): Promise<Response> {
	try {
		return await fetch(address, {
			method: 'POST',
			headers: { 'content-type': 'application/json', accept: 'application/json' },
			body: JSON.stringify(body),
		});
	} catch (cause) {
		throw new OfflineError('', { cause });
	}
}
