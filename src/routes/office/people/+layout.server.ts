import { may } from '$lib/core/permissions/may';
import { registerCounts } from '$lib/server/register/register-counts';
import { lastRegisterAct } from '$lib/server/register/undo-register-act';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals }) => {
	const { app, account } = locals;
	const mayChange = account !== null && may(account, 'register.change');
	return {
		counts: await registerCounts(app.db),
		mayChange,
		managesAccounts: account !== null && may(account, 'accounts.manage'),
		lastAct: mayChange ? await lastRegisterAct(app.db) : null,
	};
};
