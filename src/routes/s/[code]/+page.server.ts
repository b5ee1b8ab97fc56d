import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { says } from '$lib/operations/sentence';
import { m } from '$lib/paraglide/messages';
import { isTooOften } from '$lib/server/accounts/attempts';
import { shortLinkLimits } from '$lib/server/accounts/limits';
import { tooOftenText } from '$lib/server/accounts/too-often-text';
import { clientOf, keepDestination } from '$lib/server/foundation/requests/cookies';
import { readForm } from '$lib/server/foundation/requests/read-form';
import { wrongLink } from '$lib/server/invitations/wrong-link';
import { readSchool } from '$lib/server/register/school';
import { openShortLink } from '$lib/server/sharing/open-short-link';
import { meetByLink } from '$lib/server/visits/meet-by-link';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, cookies, getClientAddress }) => {
	const { app, adults } = locals;
	const limits = shortLinkLimits(clientOf(cookies, getClientAddress));
	// Addresses that never were are counted: nobody finds out by trying which desks there are.
	const target = await app.accounts.limited(limits, () => openShortLink(app, adults, params.code));
	if (isTooOften(target)) error(429, tooOftenText(target.wait));
	if (target === 'wrong') return wrongLink(app);
	const school = await readSchool(app.db);
	if (target.leads === 'nowhere') error(410, m.short_replaced({ school: school?.name ?? '' }));
	if (target.leads === 'on') redirect(303, target.to);
	// Whoever comes in by a code or a message gets here again.
	if (target.leads === 'in') keepDestination(cookies, app.config.origin, `/s/${params.code}`);
	return { school: school?.name ?? '', target };
};

const chosen = z.object({
	/** `family/student` */
	who: z
		.string(says('short_student_missing'))
		.regex(/^[\w-]{36}\/[\w-]{36}$/, says('short_student_missing')),
});

export const actions: Actions = {
	default: async ({ request, locals, params }) => {
		const { app, adults } = locals;
		const read = readForm(await request.formData(), chosen);
		if (!read.ok) return fail(400, read);
		const [familyId = '', student = ''] = read.fields.who.split('/');
		const adult = adults.find(({ families }) => families.includes(familyId));
		if (!adult) return wrongLink(app);
		const met = await meetByLink(app, adult, { familyId, student, code: params.code });
		if (!met.ok && met.reason === 'unknown') return wrongLink(app);
		redirect(303, `/s/${params.code}`);
	},
};
