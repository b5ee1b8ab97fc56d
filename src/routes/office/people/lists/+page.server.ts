import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import { rememberedColumns } from '$lib/server/register/column-memory';
import { undoRegisterAct } from '$lib/server/register/undo-register-act';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	accountFor(locals, 'register.see');
	return { remembered: await rememberedColumns(locals.app.db) };
};

const undoSchema = z.object({ act: z.uuid() });

export const actions: Actions = {
	undo: async ({ locals, request }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, undoSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		switch (await undoRegisterAct(locals.app, account, read.fields.act)) {
			case 'undone':
				return { said: m.undone() };
			case 'relied-upon':
				return fail(409, { problem: m.undo_relied_upon() });
			case 'not-the-last':
				return fail(409, { problem: m.undo_not_last() });
		}
	},
};
