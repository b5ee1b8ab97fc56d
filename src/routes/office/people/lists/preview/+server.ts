import { previewBody } from '$lib/server/register/read-lists';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { answerInLines, bytesOf } from '$lib/server/register/lists-answer';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ locals, request }) => {
	const account = accountFor(locals, 'register.change');
	const body = await bytesOf(request);
	return answerInLines(locals, (progress) => previewBody(locals.app, account, body, progress));
};
