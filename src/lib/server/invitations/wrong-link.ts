import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import type { App } from '../app';
import { readSchool } from '../register/school';

/** Ends the request of somebody whose link lets nobody in: with the school, and how it is reached. */
export async function wrongLink({ db }: Pick<App, 'db'>): Promise<never> {
	const school = await readSchool(db);
	const { name = '', telephone = null } = school ?? {};
	error(404, {
		message: m.link_unknown(),
		wayOn: telephone
			? m.link_unknown_call({ school: name, telephone })
			: m.link_unknown_ask({ school: name }),
	});
}
