import { error, fail } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { logoActions } from '$lib/server/look/logo-actions';
import { changeSchool } from '$lib/server/register/change-school';
import { setHolidays, takeHolidays, type HolidaysFailure } from '$lib/server/register/holidays';
import { readSchool } from '$lib/server/register/school';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	accountFor(locals, 'register.see');
	const school = await readSchool(locals.app.db);
	if (!school) error(404, m.error_not_found());
	const { name, telephone, timeZone, version, holidays } = school;
	const { colour, welcome, postalAddress, officeHours } = school;
	return {
		known: {
			name,
			telephone: telephone ?? '',
			timeZone,
			version,
			colour: colour ?? '',
			welcome,
			postalAddress,
			officeHours,
		},
		holidays,
	};
};

/** Why a file of holidays was not taken, and what to do. */
function holidaysText(reason: HolidaysFailure): string {
	switch (reason) {
		case 'no-calendar':
			return m.calendar_no_calendar();
		case 'too-large':
			return m.calendar_too_large();
		case 'too-many':
			return m.calendar_too_many();
		case 'too-much-work':
			return m.calendar_too_much_work();
		case 'none-in-it':
			return m.holidays_none_in_it();
	}
}

export const actions: Actions = {
	save: formAction(changeSchool, {
		refused: { 'changed-meanwhile': () => m.changed_meanwhile() },
		done: () => ({ said: m.saved() }),
	}),
	...logoActions,
	holidays: async ({ locals, request }) => {
		const account = accountFor(locals, 'register.change');
		const file = (await request.formData()).get('file');
		if (!(file instanceof File) || file.size === 0)
			return fail(400, { holidaysProblem: m.calendar_choose_file() });
		const taken = await takeHolidays(locals.app, account, file);
		return taken.ok
			? { holidaysSaid: m.holidays_taken({ count: taken.count }) }
			: fail(400, { holidaysProblem: holidaysText(taken.reason) });
	},
	without: formAction(setHolidays, {
		given: () => ({ holidays: [] }),
		refused: {},
		done: () => ({ holidaysSaid: m.holidays_gone() }),
	}),
};
