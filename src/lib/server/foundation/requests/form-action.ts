import { fail, type ActionFailure, type RequestEvent } from '@sveltejs/kit';
import type { AnyChange, DoneOf, InputOf, Outcome, RefusalOf } from '../../../operations/change';
import type { FormProblem } from '../../../operations/form-problem';
import type { Perform } from '../runner/perform';
import { actorFor } from './actor-for';
import { readForm } from './read-form';

type AnyOutcome = Outcome<object, { readonly reason: string }>;
type ReasonOf<C extends AnyChange> = RefusalOf<C>['reason'];

/** A sentence for everything that may stand in the way of a change. */
export type RefusalTexts<C extends AnyChange> = {
	readonly [Reason in ReasonOf<C>]: (
		refusal: Extract<RefusalOf<C>, { readonly reason: Reason }>,
	) => string;
};

interface FormActionOptions<C extends AnyChange, Answer, Problem> {
	/** A family's page asks as the family, whoever else came in by the same browser. */
	readonly as?: 'adult';
	/** What the address and the page say, besides the form. */
	readonly given?: (event: RequestEvent) => Partial<InputOf<C>> | Promise<Partial<InputOf<C>>>;
	readonly refused: RefusalTexts<C>;
	/** The fields beside which a refusal is told. */
	readonly beside?: Partial<Record<ReasonOf<C>, string>>;
	/** Under which name the page looks for what is wrong, where it has several forms. */
	readonly told?: (problem: FormProblem) => Problem;
	/** What is answered when it was done; it may lead to another page. */
	readonly done?: (done: DoneOf<C>, event: RequestEvent) => Answer;
}

/**
 * A change as the action of a form, which works without script as well. What the form says wrong is told with
 * 400, what stands in the way with 409.
 */
export const formAction =
	<C extends AnyChange, Answer = { said: string }, Problem = FormProblem>(
		perform: Perform<C>,
		{ as, given, refused, beside, told, done }: FormActionOptions<C, Answer, Problem>,
	) =>
	async (event: RequestEvent): Promise<Answer | ActionFailure<Problem> | undefined> => {
		const failed = (status: number, problem: FormProblem) =>
			fail(status, (told?.(problem) ?? problem) as Problem);
		const { change } = perform;
		const actor = actorFor(event.locals, change.may, as ?? null);
		const known = (await given?.(event)) ?? {};
		const read = readForm(await event.request.formData(), change.input, known);
		if (!read.ok) return failed(400, read);
		const outcome: AnyOutcome = await perform(event.locals.app, actor, read.fields);
		if (!outcome.ok) {
			const problem = sentenceOf(refused, outcome as RefusalOf<C>);
			const field = beside?.[outcome.reason as ReasonOf<C>];
			const faults = field ? { [field]: [problem] } : {};
			return failed(409, { problem, faults, typed: read.typed });
		}
		return done?.(outcome as DoneOf<C>, event);
	};

/** The sentence for a refusal. */
export function sentenceOf<C extends AnyChange>(
	texts: RefusalTexts<C>,
	refusal: RefusalOf<C>,
): string {
	const text = texts[refusal.reason as ReasonOf<C>] as (refusal: RefusalOf<C>) => string;
	return text(refusal);
}
