import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { may } from '$lib/core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { findFamilies } from '$lib/server/register/find-families';
import type { RequestHandler } from './$types';

const LONGEST_TEXT = 100;

export const GET: RequestHandler = async ({ locals, url }) => {
	const { account, app } = locals;
	if (!account || !may(account, 'register.see')) error(403, m.error_forbidden());
	const text = (url.searchParams.get('text') ?? '').slice(0, LONGEST_TEXT);
	const except = z.uuid().safeParse(url.searchParams.get('except'));
	return json(await findFamilies(app, account, text, except.data ?? null));
};
