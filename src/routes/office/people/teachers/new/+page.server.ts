import { addPerson, loadNewPerson } from '$lib/server/register/person-actions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => loadNewPerson(locals);

export const actions: Actions = { default: addPerson('teacher') };
