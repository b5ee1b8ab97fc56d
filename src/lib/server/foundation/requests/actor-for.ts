import { error } from '@sveltejs/kit';
import { may, mayAtAll, type Act, type Actor } from '../../../core/permissions/may';
import { m } from '$lib/paraglide/messages';

/**
 * Who asks for something, among those who have come in by this browser; whoever may not is refused. Of families
 * and teachers it is asked once more, when it is known whom it is about. A family's page asks as the
 * family, also where the office is signed in by the same browser.
 */
export function actorFor(
	{ account, teacher, adult }: App.Locals,
	act: Act,
	as: string | null = null,
): Actor {
	if (as === 'adult' && adult && mayAtAll(adult, act)) return adult;
	if (as === null && account && may(account, act)) return account;
	const visitor = as === null && [teacher, adult].find((one) => one && mayAtAll(one, act));
	if (!visitor) error(403, m.error_forbidden());
	return visitor;
}
