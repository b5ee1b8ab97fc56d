import { applyBody } from '$lib/server/register/read-lists';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { answerInLines, bytesOf } from '$lib/server/register/lists-answer';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request }) => {
	const account = accountFor(locals, 'register.change');
	const body = await bytesOf(request);
	return answerInLines(locals, async (progress) => {
		const result = await applyBody(locals.app, account, { body, onProgress: progress });
		const isNone = !result.ok && result.reason === 'no-lists';
		return isNone ? null : JSON.stringify(result);
	});
};
