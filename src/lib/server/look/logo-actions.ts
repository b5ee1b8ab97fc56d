import { fail, type RequestEvent } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { accountFor } from '../foundation/requests/account-for';
import type { LogoFailure } from './logo-picture';
import { setLogo, takeLogo } from './logos';

function failureText(reason: LogoFailure): string {
	switch (reason) {
		case 'too-large':
			return m.school_logo_too_large();
		case 'no-logo':
			return m.school_logo_none();
		case 'too-intricate':
			return m.school_logo_intricate();
	}
}

/** What can be done about the school's logo. */
export const logoActions = {
	logo: async ({ locals, request }: RequestEvent) => {
		const account = accountFor(locals, 'register.change');
		const file = (await request.formData()).get('logo');
		if (!(file instanceof File) || file.size === 0)
			return fail(400, { logoProblem: m.school_logo_choose() });
		const failure = await takeLogo(locals.app, account, file);
		return failure ? fail(400, { logoProblem: failureText(failure) }) : { logoSaid: m.saved() };
	},
	withoutLogo: async ({ locals }: RequestEvent) => {
		await setLogo(locals.app, accountFor(locals, 'register.change'), { logo: null });
		return { logoSaid: m.school_logo_gone() };
	},
};
