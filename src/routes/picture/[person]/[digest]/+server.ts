import { error } from '@sveltejs/kit';
import { validate } from 'uuid';
import { m } from '$lib/paraglide/messages';
import { pictureAt } from '$lib/server/pictures/pictures';
import type { RequestHandler } from './$types';

/** A year: another picture has another address. */
const KEPT = 31_536_000;

/** For whoever came in by a link or an account, and was told where it is. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const { app, account, adult, teacher } = locals;
	const isIn = account !== null || adult !== null || teacher !== null;
	const webp =
		isIn && validate(params.person) ? await pictureAt(app, params.person, params.digest) : null;
	if (!webp) error(404, m.error_not_found());
	return new Response(new Uint8Array(webp), {
		headers: {
			'content-type': 'image/webp',
			'cache-control': `private, max-age=${KEPT}, immutable`,
		},
	});
};
