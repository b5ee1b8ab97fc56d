import { json } from '@sveltejs/kit';
import { checkHealth, isHealthy } from '$lib/server/foundation/health/health';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals }) => {
	const health = await checkHealth(locals.app.db, locals.app.migrationsFolder);
	// How often something failed since the process began: `unforeseen` is a fault of the program.
	const failures = locals.app.failures.all;
	return json({ ...health, failures }, { status: isHealthy(health) ? 200 : 503 });
};
