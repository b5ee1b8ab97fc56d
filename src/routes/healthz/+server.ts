import { json } from '@sveltejs/kit';
import { checkHealth, isHealthy } from '$lib/server/foundation/health/health';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals }) => {
	const health = await checkHealth(locals.app.db, locals.app.migrationsFolder);
	return json(health, { status: isHealthy(health) ? 200 : 503 });
};
