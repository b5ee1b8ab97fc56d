import { may } from '$lib/core/permissions/may';
import { readSchool } from '$lib/server/register/school';
import { registerCounts } from '$lib/server/register/register-counts';
import { lastRegisterAct } from '$lib/server/register/undo-register-act';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals }) => {
	const { app } = locals;
	const account = accountFor(locals, 'register.see');
	const mayChange = may(account, 'register.change');
	return {
		counts: await registerCounts(app.db),
		mayChange,
		telephone: (await readSchool(app.db))?.telephone ?? null,
		managesAccounts: may(account, 'accounts.manage'),
		lastAct: mayChange ? await lastRegisterAct(app.db) : null,
	};
};
