import { error } from '@sveltejs/kit';
import { may, type Act } from '../../../core/permissions/may';
import { m } from '$lib/paraglide/messages';

type Account = NonNullable<App.Locals['account']>;

/** The account that asks, if it may do the act; everybody else is refused. */
export function accountFor({ account }: App.Locals, act: Act): Account {
	if (!account || !may(account, act)) error(403, m.error_forbidden());
	return account;
}
