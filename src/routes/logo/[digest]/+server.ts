import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { logoAt } from '$lib/server/look/logos';
import type { RequestHandler } from './$types';

/** A year: another logo has another address. */
const KEPT = 31_536_000;

/** The school's logo, for everybody: it stands on the pages at which people come in. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const png = await logoAt(locals.app.db, params.digest);
	if (!png) error(404, m.error_not_found());
	return new Response(new Uint8Array(png), {
		headers: {
			'content-type': 'image/png',
			'cache-control': `public, max-age=${KEPT}, immutable`,
		},
	});
};
