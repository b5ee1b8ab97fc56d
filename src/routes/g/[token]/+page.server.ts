import { guestView } from '$lib/server/visits/guests';
import { placeWords } from '$lib/words/place-words';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { readSchool } from '$lib/server/register/school';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const view = (await guestView(app, params.token)) ?? (await wrongLink(app));
	const school = await readSchool(app.db);
	return {
		view,
		where: placeWords(view.place),
		school: school?.name,
	};
};
