import { addPerson, loadNewPerson } from '$lib/server/web/person-routes';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = () => loadNewPerson();

export const actions: Actions = { default: addPerson('teacher') };
