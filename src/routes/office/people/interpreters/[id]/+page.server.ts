import { loadPerson, personActions } from '$lib/server/web/person-routes';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => loadPerson(locals, params.id);

export const actions: Actions = personActions;
