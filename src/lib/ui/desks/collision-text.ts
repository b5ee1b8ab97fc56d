import type { DeskPlan, PlannedPlace, SeriesPlan, When } from '$lib/core/desks/desk-plan';
import type { Collision } from '$lib/core/merge/merge-fields';
import type { Division } from '$lib/core/slots/slot-grid';
import { m } from '$lib/paraglide/messages';
import { localDateText } from '../parts/format/when';
import { placesText, stretchText } from './desk-text';

/** What two organisers set differently, in words. */
export function collisionText(
	{ path, mine, theirs }: Collision,
	plan: DeskPlan | undefined,
): { what: string; mine: string; theirs: string } {
	const [field = '', , part = ''] = path.split('/');
	const say = (value: unknown) => valueText(part || field, value);
	const desk = plan?.name ?? (theirs as DeskPlan | null)?.name ?? (mine as DeskPlan | null)?.name;
	return {
		what: [desk, nameOf(part || field)].filter(Boolean).join(': '),
		mine: say(mine),
		theirs: say(theirs),
	};
}

function nameOf(field: string): string {
	switch (field) {
		case 'name':
			return m.desk_name();
		case 'subject':
			return m.desk_subject();
		case 'people':
			return m.desk_people();
		case 'places':
			return m.desk_where();
		case 'division':
			return m.division_title();
		case 'seats':
			return m.desk_seats();
		case 'desk':
			return '';
		default:
			return m.desk_hours();
	}
}

function valueText(field: string, value: unknown): string {
	if (value === null || value === undefined)
		return field === 'division' ? m.collision_usual() : m.collision_removed();
	switch (field) {
		case 'when':
			return whenText(value as When);
		case 'places':
			return placesText(value as PlannedPlace[]);
		case 'division':
			return m.minutes({ minutes: (value as Division).slotMinutes });
		case 'series':
			return Array.isArray(value)
				? (value as SeriesPlan[]).map(({ when }) => whenText(when)).join(', ')
				: whenText((value as SeriesPlan).when);
		case 'people':
			return m.collision_people({ count: (value as unknown[]).length });
		case 'desk':
			return m.collision_kept();
		default:
			return String(value);
	}
}

function whenText(when: When): string {
	switch (when.kind) {
		case 'once':
			return `${localDateText(when.date, 'short')} ${stretchText(when)}`;
		case 'weekly':
			return `${m.weekly_from()} ${localDateText(when.from, 'short')} ${stretchText(when)}`;
		case 'conference':
			return m.desk_hours_conference();
	}
}
