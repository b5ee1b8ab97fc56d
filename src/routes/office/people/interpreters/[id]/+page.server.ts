import { loadPerson, personActions } from '$lib/server/register/person-actions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => loadPerson(locals, params.id);

export const actions: Actions = personActions;
