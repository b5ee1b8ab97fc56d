import { error } from '@sveltejs/kit';
import { mayAtAll, type Act, type Actor } from '../../core/permissions/may';
import { m } from '$lib/paraglide/messages';

/** Who asks for something, among those who have come in by this browser; a stranger is refused. */
export function actorFor({ account, teacher, adult }: App.Locals, act: Act): Actor {
	const actor = [account, teacher, adult].find((one) => one && mayAtAll(one, act));
	if (!actor) error(403, m.error_forbidden());
	return actor;
}
