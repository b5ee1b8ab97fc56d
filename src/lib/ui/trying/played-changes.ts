import {
	playBook,
	playCancel,
	playChange,
	playUndo,
	type PlayOutcome,
	type Stage,
} from '$lib/core/trying/play-visit';
import {
	keepAnswers,
	playEnquiry,
	playGiveBack,
	playGuest,
	playGuestLeaves,
	playLength,
	playWaiting,
} from '$lib/core/trying/play-beside';
import type { Tried } from '$lib/core/trying/tried';
import type { AnyChange, InputOf, OutcomeOf } from '$lib/operations/change';
import { enquiryMake } from '$lib/operations/enquiries';
import { answersSave } from '$lib/operations/questions';
import {
	guestAsk,
	guestWithdraw,
	holdGiveBack,
	holdMake,
	visitBook,
	visitCancel,
	visitChange,
	visitUndo,
	waitingJoin,
	waitingLeave,
	wishLengthen,
} from '$lib/operations/visits';
import { m } from '$lib/paraglide/messages';

/** What is tried from then on, and what the school would answer. */
interface Played<C extends AnyChange> {
	readonly tried: Tried;
	readonly outcome: OutcomeOf<C>;
}

type Play<C extends AnyChange> = (tried: Tried, input: InputOf<C>, stage: Stage) => Played<C>;

/** So long a visit is kept while it is finished; milliseconds. */
const HELD = 600_000;

const visit = (before: Tried, outcome: PlayOutcome): Played<typeof visitBook> =>
	outcome.ok
		? {
				tried: outcome.tried,
				outcome: { ok: true, appointments: [...outcome.appointments], act: outcome.act },
			}
		: { tried: before, outcome: outcome };

const unknown = { ok: false, reason: 'unknown' } as const;

/** It was done, with what is said of it. */
const done = <Said extends object>(tried: Tried, said: Said) => ({
	tried,
	outcome: { ok: true as const, ...said },
});

/** How each change that a family's page asks for is played. One that is missing cannot be tried. */
export const playedChanges: ReadonlyMap<AnyChange, Play<AnyChange>> = new Map<
	AnyChange,
	Play<AnyChange>
>([
	on(visitBook, (tried, input, stage) => visit(tried, playBook(tried, input, stage))),
	on(visitChange, (tried, input, stage) => visit(tried, playChange(tried, input, stage))),
	on(visitCancel, (tried, { cancel }, stage) => {
		const { outcome, ...played } = visit(tried, playCancel(tried, cancel, stage));
		return { ...played, outcome: outcome as OutcomeOf<typeof visitCancel> };
	}),
	on(visitUndo, (tried, { act }, { facts, newId }) => {
		const before = playUndo(tried, act, { facts });
		return before
			? done(before, { act: newId() })
			: { tried, outcome: { ok: false as const, reason: 'newer' as const } };
	}),
	// What is kept for somebody is kept from others, and there are none here.
	on(holdMake, (tried, _, { now, newId }) =>
		done(tried, { hold: { id: newId(), until: now + HELD, keeps: [] } }),
	),
	on(holdGiveBack, (tried, { hold }) => done(hold ? playGiveBack(tried, hold) : tried, {})),
	on(waitingJoin, (tried, { wish }, { facts, newId }) => {
		const after = playWaiting(tried, wish, { waits: true, facts });
		return after ? done(after, { id: newId() }) : { tried, outcome: unknown };
	}),
	on(waitingLeave, (tried, { wish }, { facts }) => {
		const after = playWaiting(tried, wish, { waits: false, facts });
		return after ? done(after, {}) : { tried, outcome: unknown };
	}),
	on(wishLengthen, (tried, { wish, isLong }, { facts }) => {
		const after = playLength(tried, wish, { isLong, facts });
		return after ? done(after, {}) : { tried, outcome: unknown };
	}),
	on(enquiryMake, (tried, { wish }, { now, newId }) =>
		done(playEnquiry(tried, { id: newId(), wish, askedAt: now }), {}),
	),
	on(answersSave, (tried, { answers }) => done(keepAnswers(tried, answers), {})),
	on(guestAsk, (tried, { appointment, name }, { newId }) => {
		const id = newId();
		return done(playGuest(tried, { id, name, appointment }), { id, link: m.try_guest_link() });
	}),
	on(guestWithdraw, (tried, { guest }) => done(playGuestLeaves(tried, guest), {})),
]);

function on<C extends AnyChange>(change: C, play: Play<C>): [AnyChange, Play<AnyChange>] {
	return [change, play as unknown as Play<AnyChange>];
}
