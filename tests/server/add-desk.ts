import type { PlannedPlace, SeriesPlan } from '$lib/core/desks/desk-plan';
import { newDesk } from '$lib/core/desks/new-desk';
import type { Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import { savePlans } from '$lib/server/desks/save-plans';
import { newId } from '$lib/server/foundation/identifiers';
import { done } from './done';

/** A desk as tests need it: people by name, all of whom receive, in the conference's hours. */
export interface WantedDesk {
	readonly people: readonly string[];
	readonly subject?: string;
	readonly places?: readonly PlannedPlace[];
	readonly role?: 'all' | 'any';
	readonly forAll?: boolean;
	readonly series?: Partial<SeriesPlan>;
}

/** Adds a desk, and returns its id. */
export const addDesk = async (
	app: App,
	organiser: Actor,
	conferenceId: string,
	wanted: WantedDesk,
): Promise<string> => (await addDesks(app, organiser, conferenceId, [wanted]))[0]!;

/** Adds desks at once, and returns their ids. */
export async function addDesks(
	app: App,
	organiser: Actor,
	conferenceId: string,
	wanted: readonly WantedDesk[],
): Promise<string[]> {
	const made = wanted.map((one) => plannedDesk(app, one));
	const saved = await savePlans(app, organiser, {
		conferenceId,
		changes: made.map(({ plan }) => ({ base: null, plan })),
		teachers: made.flatMap(({ teachers }) => teachers),
	});
	for (const outcome of done(saved).outcomes)
		if (outcome.faults.length || outcome.refusal)
			throw new Error(`the desk was not kept: ${JSON.stringify(outcome)}`);
	return made.map(({ plan }) => plan.id);
}

function plannedDesk({ clock }: Pick<App, 'clock'>, wanted: WantedDesk) {
	const id = newId(clock);
	const teachers = wanted.people.map((name) => ({ id: newId(clock), name }));
	const plan = newDesk(
		{
			id,
			name: wanted.people.join(' and '),
			subject: wanted.subject ?? 'Subject',
			people: teachers.map((one) => ({ person: one.id, role: wanted.role ?? 'all' })),
			places: wanted.places ?? [{ kind: 'room', room: 'Puffin', building: 'House' }],
			forAll: wanted.forAll ?? false,
		},
		newId(clock),
	);
	const series = plan.series.map((entry) => ({ ...entry, ...wanted.series }));
	return { plan: { ...plan, series }, teachers };
}
