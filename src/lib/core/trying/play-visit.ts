import { questionsFor, unanswered, type Unanswered } from '../questions/asked-questions';
import type { GivenAnswer } from '../questions/booking-question';
import { modeOf } from '../rules/places';
import { compareVisits, type OwnAppointment, type VisitDifference } from '../visits/compare-visits';
import type { FamilyProjection, ShownAppointment } from '../visits/family-projection';
import { givingUp } from '../visits/giving-up';
import type { VisitConflict } from '../visits/settle-visit';
import type { WantedAppointment } from '../visits/wanted-appointment';
import { placeWanted } from './place-wanted';
import { keepAnswers } from './play-beside';
import { takingOn } from './taking-on';
import type { TrialFacts } from './trial-facts';
import { asTried, type Tried } from './tried';

/** What is asked of a visit that is tried. */
export interface PlayedVisit {
	readonly appointments: readonly WantedAppointment[];
	readonly answers?: readonly GivenAnswer[] | undefined;
}

/** Where a page is tried: what is known, the moment in milliseconds, and ids for what is made. */
export interface Stage {
	readonly facts: TrialFacts;
	readonly now: number;
	readonly newId: () => string;
}

/** What came of an act on a visit, and what is tried from then on. */
export type PlayOutcome =
	| {
			readonly ok: true;
			readonly tried: Tried;
			readonly appointments: readonly string[];
			readonly act: string | null;
	  }
	| {
			readonly ok: false;
			readonly reason: 'conflicts';
			readonly conflicts: readonly VisitConflict[];
	  }
	| {
			readonly ok: false;
			readonly reason: 'unanswered';
			readonly unanswered: readonly Unanswered[];
	  };

/** Books beside what the family has. */
export const playBook = (tried: Tried, { appointments, answers }: PlayedVisit, stage: Stage) =>
	play(tried, { ended: [], wanted: appointments }, answers, stage);

/** Makes the visit the one that is wanted, in one step. */
export function playChange(
	tried: Tried,
	{ appointments, answers }: PlayedVisit,
	stage: Stage,
): PlayOutcome {
	const view = asTried(stage.facts, tried);
	const own = view.appointments.map((entry) => asOwn(view, entry));
	return play(tried, compareVisits(own, appointments), answers, stage);
}

/** Cancels some of what the family has. */
export const playCancel = (tried: Tried, cancel: readonly string[], stage: Stage): PlayOutcome =>
	play(tried, { ended: cancel, wanted: [] }, [], stage);

/** Takes back the last act on the visit, as far as its appointments go; `null`: it was not the last. */
export function playUndo(
	{ last, ...tried }: Tried,
	act: string,
	{ facts }: Pick<Stage, 'facts'>,
): Tried | null {
	if (last?.act !== act) return null;
	const { ended, made } = last;
	const before: Tried = { ...tried, ended, made, last: null };
	return { ...before, waits: withoutMet(before.waits, asTried(facts, before).appointments) };
}

/** Nobody waits for what is booked. */
const withoutMet = (
	waits: Tried['waits'],
	booked: readonly ShownAppointment[],
): Tried['waits'] => ({
	...waits,
	...Object.fromEntries(booked.flatMap(({ wishes }) => wishes.map((id) => [id, false]))),
});

function asOwn({ places }: FamilyProjection, entry: ShownAppointment): OwnAppointment {
	const { id, slots, wishes, adults, along } = entry;
	const place = places.find((one) => one.id === entry.place);
	return {
		id,
		slots,
		wishes,
		adults,
		along,
		mode: modeOf(place ?? { kind: 'room' }),
		receiver: null,
	};
}

function play(
	tried: Tried,
	{ ended, wanted }: VisitDifference,
	answers: readonly GivenAnswer[] = [],
	{ facts, now, newId }: Stage,
): PlayOutcome {
	const view = asTried(facts, tried);
	const moved = wanted.flatMap(({ id }) => id ?? []);
	const givenUp = [...ended, ...moved];
	const late = view.appointments
		.filter(({ id, changeableUntil }) => givenUp.includes(id) && now >= changeableUntil)
		.map((entry): VisitConflict => {
			const slot = entry.slots[0] ?? entry.id;
			return { slot, code: 'too-late', until: entry.changeableUntil };
		});
	if (late.length) return { ok: false, reason: 'conflicts', conflicts: late };

	let around = givingUp(view, givenUp);
	const made: ShownAppointment[] = [];
	const conflicts: VisitConflict[] = [];
	for (const entry of wanted) {
		const placed = placeWanted({ ...facts, view: around }, entry, entry.id ?? newId());
		if (placed.conflict) {
			conflicts.push(placed.conflict);
			continue;
		}
		made.push(placed.made);
		around = takingOn(around, placed.made);
	}
	if (conflicts.length) return { ok: false, reason: 'conflicts', conflicts };

	const open = openQuestions(view, made, answers);
	if (open.length) return { ok: false, reason: 'unanswered', unanswered: open };
	const act = made.length + ended.length === 0 ? null : newId();
	if (act === null) return { ok: true, tried, appointments: [], act };
	const slots = new Set(made.map((entry) => entry.slots[0]));
	const offers = view.holds.filter(({ keeps }) => keeps.some(({ slot }) => slots.has(slot)));
	const own = new Set(facts.view.appointments.map(({ id }) => id));
	const after: Tried = {
		...keepAnswers(tried, answers),
		ended: [...new Set([...tried.ended, ...givenUp.filter((id) => own.has(id))])],
		made: [...tried.made.filter(({ id }) => !givenUp.includes(id)), ...made],
		givenBack: [...tried.givenBack, ...offers.map(({ id }) => id)],
		waits: withoutMet(tried.waits, made),
		last: { act, ended: tried.ended, made: tried.made },
	};
	return { ok: true, tried: after, appointments: made.map(({ id }) => id), act };
}

/** What the school still wants to know about the meetings that are new. */
function openQuestions(
	view: FamilyProjection,
	made: readonly ShownAppointment[],
	given: readonly GivenAnswer[],
): Unanswered[] {
	const served = new Set(view.appointments.flatMap(({ wishes }) => wishes));
	const fresh = made
		.filter(({ wishes }) => wishes.every((wish) => !served.has(wish)))
		.map(({ wishes, desk }) => ({ wish: wishes[0]!, desk }));
	const asked = questionsFor(view.questions, fresh);
	return unanswered(view.questions, asked, { given, before: view.answers });
}
