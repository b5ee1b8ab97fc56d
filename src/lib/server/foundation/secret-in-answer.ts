import { AsyncLocalStorage } from 'node:async_hooks';

/** What is told of the answer that is being made. */
interface AnswerFacts {
	carriesSecret: boolean;
}

const answers = new AsyncLocalStorage<AnswerFacts>();

/**
 * Makes an answer and tells whether something secret was made for it: a link, a code or a token. Whoever makes
 * one says so, so that no list of addresses has to be kept.
 */
export async function tellingSecrets<Answer>(
	make: () => Answer | Promise<Answer>,
): Promise<{ readonly answer: Answer; readonly carriesSecret: boolean }> {
	const facts: AnswerFacts = { carriesSecret: false };
	const answer = await answers.run(facts, make);
	return { answer, carriesSecret: facts.carriesSecret };
}

/** Says that something secret was made, which the answer may carry; gives it on. */
export function secret<Value>(value: Value): Value {
	const facts = answers.getStore();
	if (facts) facts.carriesSecret = true;
	return value;
}
