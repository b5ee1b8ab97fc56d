import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { actorFor } from '$lib/server/foundation/requests/actor-for';
import { pageQuestions } from '$lib/server/foundation/requests/page-questions';
import { readJson } from '$lib/server/foundation/requests/read-json';
import type { RequestHandler } from './$types';

/** What a page asks while it is open. It is sent, so that no address bears what somebody typed. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const ask = pageQuestions.get(params.question);
	if (!ask) error(404, m.error_not_found());
	const actor = actorFor(locals, ask.question.may);
	const input = await readJson(request, ask.question.input);
	const answer = await ask(locals.app, actor, input);
	// A question that may be answered by nothing has an answer for that.
	if (answer === null && !z.safeParse(ask.question.answer, null).success)
		error(404, m.error_not_found());
	return json(answer);
};
