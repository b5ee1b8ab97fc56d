import { accountFor } from '$lib/server/foundation/requests/account-for';
import { addPerson } from '$lib/server/register/person-actions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
	accountFor(locals, 'register.change');
};

export const actions: Actions = { default: addPerson('interpreter') };
