import { error, fail } from '@sveltejs/kit';
import { z } from 'zod';
import { isTimeZone } from '$lib/core/time/local-time';
import { zoneOf } from '$lib/core/time/zone-cities';
import { m } from '$lib/paraglide/messages';
import { changeSchool } from '$lib/server/people/change-school';
import { readSchool } from '$lib/server/people/school';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	accountFor(locals, 'register.see');
	const school = await readSchool(locals.app.db);
	if (!school) error(404, m.error_not_found());
	const { name, telephone, timeZone, version } = school;
	return { known: { name, telephone: telephone ?? '', timeZone, version } };
};

const schoolSchema = z.object({
	name: z
		.string()
		.trim()
		.min(1, { error: () => m.set_up_school_missing() })
		.max(120, { error: () => m.text_too_long() }),
	telephone: z
		.string()
		.trim()
		.regex(/^(\+?[\d\s().\-/]{3,40})?$/, { error: () => m.school_telephone_wrong() }),
	timeZone: z
		.string()
		.overwrite((typed) => zoneOf(typed) ?? typed)
		.refine(isTimeZone, { error: () => m.zone_unknown() }),
	version: z.coerce.number().int(),
});

export const actions: Actions = {
	default: async ({ request, locals }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, schoolSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { version, ...input } = read.fields;
		const result = await changeSchool(locals.app, account, version, input);
		return result === 'changed'
			? { said: m.saved() }
			: fail(409, { problem: m.changed_meanwhile() });
	},
};
