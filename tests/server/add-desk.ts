import type { PlannedPlace, SeriesPlan } from '$lib/core/desks/desk-plan';
import { newDesk } from '$lib/core/desks/new-desk';
import type { Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import { savePlans } from '$lib/server/desks/save-plans';
import { newId } from '$lib/server/foundation/identifiers';
import { done } from './done';

/** A desk as tests need it: people by name, all of whom receive, in the conference's hours. */
export async function addDesk(
	app: App,
	organiser: Actor,
	conferenceId: string,
	wanted: {
		readonly people: readonly string[];
		readonly subject?: string;
		readonly places?: readonly PlannedPlace[];
		readonly role?: 'all' | 'any';
		readonly forAll?: boolean;
		readonly series?: Partial<SeriesPlan>;
	},
): Promise<string> {
	const id = newId(app.clock);
	const persons = wanted.people.map((name) => ({ id: newId(app.clock), name }));
	const plan = newDesk(
		{
			id,
			name: wanted.people.join(' and '),
			subject: wanted.subject ?? 'Subject',
			people: persons.map(({ id }) => ({ person: id, role: wanted.role ?? 'all' })),
			places: wanted.places ?? [{ kind: 'room', room: 'Puffin', building: 'House' }],
			forAll: wanted.forAll ?? false,
		},
		newId(app.clock),
	);
	const series = plan.series.map((entry) => ({ ...entry, ...wanted.series }));
	const saved = await savePlans(app, organiser, {
		conferenceId,
		changes: [{ base: null, plan: { ...plan, series } }],
		teachers: persons,
	});
	const [outcome] = done(saved).outcomes;
	if (!outcome || outcome.faults.length || outcome.refusal)
		throw new Error(`the desk was not kept: ${JSON.stringify(outcome)}`);
	return id;
}
