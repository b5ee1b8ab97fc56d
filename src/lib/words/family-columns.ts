import { m } from '$lib/paraglide/messages';
import type { FamilyColumn } from '../core/register/family-columns';

const HEADINGS: Readonly<Record<FamilyColumn, () => string>> = {
	family: m.families_family,
	students: m.families_students,
	classes: m.column_classes,
	adults: m.column_adults,
	emails: m.column_emails,
	telephones: m.column_telephones,
	booked: m.families_booked,
	missing: m.column_missing,
	start: m.column_start,
	end: m.column_end,
	interpreter: m.column_interpreter,
	'step-free': m.column_step_free,
};

/** What a column is called. */
export const columnText = (column: FamilyColumn): string => HEADINGS[column]();
