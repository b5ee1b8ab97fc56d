import { may, type Actor } from '../../../core/permissions/may';
import type { Question } from '../../../operations/question';
import type { App } from '../../app';
import { ForbiddenError } from '../forbidden';

/** A question that can be asked. `null`: there is no such thing. Throws `ForbiddenError`. */
export interface Ask<In, Answer> {
	(app: App, actor: Actor, input: In): Promise<Answer | null>;
	readonly question: Question<In, Answer>;
}

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- of any input and any answer
export type AnyAsk = Ask<any, any>;

/** Joins a question and who answers it. */
export const asks = <In, Answer>(question: Question<In, Answer>) => ({
	by: (answer: (app: App, actor: Actor, input: In) => Promise<Answer | null>): Ask<In, Answer> =>
		Object.assign(
			async (app: App, actor: Actor, input: In) => {
				if (!may(actor, question.may, question.about(input))) throw new ForbiddenError();
				return answer(app, actor, input);
			},
			{ question },
		),
});
