import { m } from '$lib/paraglide/messages';
import { rememberedColumns } from '$lib/server/register/column-memory';
import { undoRegisterAct } from '$lib/server/register/undo-register-act';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	accountFor(locals, 'register.see');
	return { remembered: await rememberedColumns(locals.app.db) };
};

export const actions: Actions = {
	undo: formAction(undoRegisterAct, {
		refused: {
			'relied-upon': () => m.undo_relied_upon(),
			'not-the-last': () => m.undo_not_last(),
		},
		done: () => ({ said: m.undone() }),
	}),
};
