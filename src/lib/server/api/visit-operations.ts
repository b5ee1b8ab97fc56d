import type { z } from 'zod';
import { may } from '../../core/permissions/may';
import type { FamilyProjection } from '../../core/visits/family-projection';
import type { GivenAnswer } from '../../core/questions/booking-question';
import type { WantedAppointment } from '../../core/visits/wanted-appointment';
import { plansKeeping, suggestFor, type PlannedVisit } from '../../core/visits/plan-for-family';
import type { VisitConflict } from '../../core/visits/settle-visit';
import { bookVisit, cancelAppointments, changeVisit } from '../visits/change-visit';
import { giveBack, holdVisit } from '../visits/hold-visit';
import { familyView } from '../visits/family-view';
import type { Outcome } from '../../operations/change';
import type { AnswersWanted } from '../../operations/questions';
import type { Conflicts } from '../../operations/visit-shapes';
import type { Plan } from './operations';
import { notFound, Problem } from './problem';
import type { planRequest, wantedAppointment, wantedVisit } from './schemas';
import type { Asked, Given } from './serve-operation';
import { holdAnswer, instantText, visitAnswer, visitAsItIsAnswer } from './visit-answer';
import { whoseVisit } from './whose-visit';

type Whose = { readonly conference?: string | undefined; readonly family?: string | undefined };
type VisitAsked<B = unknown, P = unknown> = Asked<P, Whose, B>;

const viewOf = async ({ app, actor, query }: VisitAsked) => {
	const { adult, conferenceId, familyId } = await whoseVisit(app, actor, query);
	if (!may(adult, 'visit.see', { family: familyId })) throw notFound();
	const view = () => familyView(app, adult, conferenceId, familyId);
	const asItIs = async () =>
		visitAsItIsAnswer(
			await familyView(app, adult, conferenceId, familyId, { choices: false }),
			adult,
		);
	return { adult, conferenceId, familyId, view, asItIs };
};

export async function readVisit(asked: VisitAsked): Promise<Given> {
	const { adult, view } = await viewOf(asked);
	return { body: visitAnswer(await view(), adult) };
}

export async function planVisits(asked: VisitAsked<z.infer<typeof planRequest>>): Promise<Given> {
	const { view } = await viewOf(asked);
	const { wishes, windows, modes, split } = asked.body;
	const projection = await view();
	const usual = projection.wishes.filter(({ optional, placed }) => !optional && !placed);
	const planned = suggestFor(projection, {
		wishes: wishes ?? usual.map(({ id }) => id),
		windows: windows
			? windows.map(({ start, end }) => [Date.parse(start), Date.parse(end)] as const)
			: undefined,
		modes,
		split,
	});
	return { body: { plans: planned.map(planAnswer) } };
}

const planAnswer = ({ name, appointments, waiting, unmet }: PlannedVisit): Plan => ({
	name,
	waitingMinutes: waiting,
	unmet: unmet.map(({ wish, reason }) => ({ wish, reason })),
	appointments: appointments.map(({ slot, wishes, desk, start, end, mode, adults }) => ({
		slot,
		desk,
		mode,
		wishes: [...wishes],
		start: instantText(start),
		end: instantText(end),
		adults: adults ? [...adults] : undefined,
	})),
});

type Wanted = z.infer<typeof wantedAppointment>;

const wantedFrom = (appointments: readonly Wanted[]): WantedAppointment[] =>
	appointments.map(({ slot, wishes, person, mode, adults, students }) => ({
		slot,
		wishes,
		person,
		mode,
		adults,
		students,
	}));

type WantedVisit = Omit<z.infer<typeof wantedVisit>, 'appointments'> & {
	readonly appointments: readonly Wanted[];
};

/** What is said to the questions of the whole visit, and appointment by appointment. */
const answersFrom = ({ appointments, answers = {} }: WantedVisit): GivenAnswer[] => [
	...Object.entries(answers).map(([question, value]) => ({ question, value, wish: null })),
	...appointments.flatMap(({ wishes, answers = {} }) =>
		Object.entries(answers).map(([question, value]) => ({ question, value, wish: wishes[0]! })),
	),
];

export async function bookAppointments(asked: VisitAsked<WantedVisit>): Promise<Given> {
	const { adult, conferenceId, familyId, view, asItIs } = await viewOf(asked);
	const appointments = wantedFrom(asked.body.appointments);
	const answers = answersFrom(asked.body);
	const request = { conferenceId, familyId, key: asked.key, appointments, answers };
	const result = await bookVisit(asked.app, adult, request);
	await orProblem(result, appointments, view);
	return { status: 201, body: await asItIs() };
}

export async function changeAppointments(asked: VisitAsked<WantedVisit>): Promise<Given> {
	const { adult, conferenceId, familyId, view, asItIs } = await viewOf(asked);
	const appointments = wantedFrom(asked.body.appointments);
	const answers = answersFrom(asked.body);
	const request = { conferenceId, familyId, key: asked.key, appointments, answers };
	await orProblem(await changeVisit(asked.app, adult, request), appointments, view);
	return { body: await asItIs() };
}

export async function cancelAppointment(
	asked: VisitAsked<unknown, { id: string }>,
): Promise<Given> {
	const { adult, conferenceId, familyId, view, asItIs } = await viewOf(asked);
	const { id } = asked.params;
	const request = { conferenceId, familyId, key: asked.key, cancel: [id] };
	const result = await cancelAppointments(asked.app, adult, request);
	if (!result.ok && result.reason === 'unknown') throw notFound();
	await orProblem(result, [], view);
	return { body: await asItIs() };
}

export async function holdAppointments(
	asked: VisitAsked<{ appointments: readonly Wanted[]; replaces?: readonly string[] | undefined }>,
): Promise<Given> {
	const { adult, conferenceId, familyId, view } = await viewOf(asked);
	const appointments = wantedFrom(asked.body.appointments);
	const { replaces } = asked.body;
	const result = await holdVisit(asked.app, adult, {
		conferenceId,
		familyId,
		key: asked.key,
		appointments,
		replaces,
	});
	if (!result.ok) throw await conflictProblem(result.conflicts, appointments, view);
	return { status: 201, body: holdAnswer({ ...result.hold, kind: 'hold' }) };
}

export async function giveBackHold(asked: VisitAsked<unknown, { id?: string }>): Promise<Given> {
	const { adult, conferenceId, familyId } = await viewOf(asked);
	const { id } = asked.params;
	const given = await giveBack(asked.app, adult, {
		conferenceId,
		familyId,
		hold: id,
	});
	if (!given.ok && id !== undefined) throw notFound();
	return {};
}

async function orProblem(
	result: Outcome<object, Conflicts | AnswersWanted>,
	wanted: readonly WantedAppointment[],
	view: () => Promise<FamilyProjection>,
): Promise<void> {
	if (result.ok) return;
	if (result.reason === 'unanswered')
		throw new Problem(409, 'unanswered', 'Something is asked first; nothing was booked.', {
			unanswered: result.unanswered,
		});
	throw await conflictProblem(result.conflicts, wanted, view);
}

/** What stands in the way, and fresh plans with what is still free kept. */
async function conflictProblem(
	conflicts: readonly VisitConflict[],
	wanted: readonly WantedAppointment[],
	view: () => Promise<FamilyProjection>,
): Promise<Problem> {
	const gone = new Set(conflicts.map(({ slot }) => slot));
	const plans = wanted.length ? plansKeeping(await view(), wanted, gone) : [];
	return new Problem(409, 'conflicts', 'Something stands in the way; nothing was changed.', {
		conflicts,
		plans: plans.map(planAnswer),
	});
}
