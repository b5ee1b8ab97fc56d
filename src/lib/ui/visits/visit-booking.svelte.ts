import type { Unanswered } from '$lib/core/questions/asked-questions';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
import type { Conflicts } from '$lib/operations/visit-shapes';
import { m } from '$lib/paraglide/messages';
import { ActKeys } from '../parts/saving/act-keys';
import { failureText } from '../parts/saving/failure-text';
import { openQuestions } from '../questions/open-questions';
import type { PendingVisit } from './kept-choices';
import { wantedEntries } from './ribbon-entry';
import type { SchoolLine } from './school-line';
import type { VisitChoices } from './visit-choices.svelte';
import { VisitHolding } from './visit-holding.svelte';
import { VisitSending, type LastAct, type VisitOutcome } from './visit-sending.svelte';
import type { VisitPlace } from './visit-step';
import { conflictText } from './words';

/** The page on which a visit is booked. */
interface Around {
	readonly line: SchoolLine;
	readonly view: () => FamilyProjection;
	readonly place: () => VisitPlace;
	/** Ids of the appointments that a change of the whole visit gives up. */
	readonly changing: () => readonly string[];
	readonly choices: VisitChoices;
	readonly go: (place: VisitPlace) => void;
	/** Makes what the family has the page's own beginning. */
	readonly stay: () => void;
	readonly reload: () => Promise<void>;
	/** It is booked: what was planned is no longer wanted. */
	readonly ondone: () => void;
	/** Something stood in the way, and what is free was read again. */
	readonly onrefused: () => void;
}

/** From the choice of a visit to its booking: what the school asks first, the sending, and what came of it. */
export class VisitBooking {
	readonly sending: VisitSending;
	readonly holding: VisitHolding;
	/** Why the last try did not succeed: sentences, the first as a heading. */
	problems = $state.raw<readonly string[]>([]);
	/** What the school still wants to know before it books. */
	unanswered = $state.raw<readonly Unanswered[]>([]);
	/** A refresh that began before the booking brings the state of that time back to the page. */
	isDone = $state(false);
	/** It was tried to book, and nothing is known of what became of it. */
	isUnsure = $state(false);
	lastAct = $state.raw<LastAct | null>(null);
	readonly #keys = new ActKeys();

	constructor(private readonly around: Around) {
		this.sending = new VisitSending(around.line);
		this.holding = new VisitHolding(around.line);
	}

	/** What was done or went wrong is over: something else begins. */
	begin(): void {
		this.problems = [];
		this.isDone = false;
		this.isUnsure = false;
		this.lastAct = null;
	}

	asked(appointments: readonly WantedAppointment[]): PendingVisit['input'] {
		const { conference, family } = this.around.view();
		return {
			conferenceId: conference.id,
			familyId: family,
			key: this.#keys.of(appointments),
			appointments,
		};
	}

	/** Books what was chosen; what the school asks is asked first, with the visit kept meanwhile. */
	async confirm(pending: PendingVisit): Promise<void> {
		const view = this.around.view();
		const { appointments } = pending.input;
		if (openQuestions(view, appointments).length === 0) return this.finish(pending);
		this.problems = [];
		const entries = wantedEntries(view, appointments);
		const refusal = await this.holding.keep(pending.input, this.around.changing());
		if (refusal) await this.#refused(refusal, entries);
		else this.askFirst(pending);
	}

	/** Books with what the family has said. */
	answered(): void {
		const { asking: pending, said: answers } = this.around.choices;
		if (!pending || this.sending.pending) return;
		const { appointments } = pending.input;
		const key = this.#keys.of([appointments, answers]);
		const more = { key, answers };
		void this.finish(
			pending.change === 'visit.book'
				? { ...pending, input: { ...pending.input, ...more } }
				: { ...pending, input: { ...pending.input, ...more } },
		);
	}

	/** Sends what was confirmed until there is an answer. */
	async finish(pending: PendingVisit, text?: string): Promise<void> {
		this.isUnsure = false;
		this.problems = [];
		const wanted = wantedEntries(this.around.view(), pending.input.appointments);
		try {
			const outcome = await this.sending.send(pending);
			if (outcome.ok) await this.#done(outcome, text ?? doneText(pending));
			else if (outcome.reason === 'conflicts') await this.#refused(outcome, wanted);
			else {
				this.unanswered = outcome.unanswered;
				await this.around.reload();
				this.askFirst(pending);
			}
		} catch (error) {
			this.isUnsure = true;
			this.problems = [failureText(error)];
		} finally {
			this.sending.end();
		}
	}

	/** What a family has by something else than its own plan. */
	took(act: string | null): void {
		this.lastAct = act === null ? null : { act, text: m.booked_done() };
		this.isDone = true;
		this.around.stay();
		scrollTo(0, 0);
	}

	/** Asks what the school wants to know before it books; what is wanted is kept meanwhile. */
	askFirst(pending: PendingVisit): void {
		this.around.choices.asking = pending;
		this.around.go({ step: 'questions', isChange: this.around.place().isChange });
		scrollTo(0, 0);
	}

	async #done({ act }: Extract<VisitOutcome, { ok: true }>, text: string): Promise<void> {
		this.#keys.done();
		this.unanswered = [];
		this.around.choices.forget();
		await this.around.reload().catch(() => undefined);
		this.lastAct = act === null ? null : { act, text };
		this.isDone = true;
		this.around.stay();
		this.around.ondone();
		scrollTo(0, 0);
	}

	async #refused(
		{ conflicts }: Conflicts,
		wanted: ReturnType<typeof wantedEntries>,
	): Promise<void> {
		const { conference } = this.around.view();
		this.problems = [
			m.conflict_title(),
			...conflicts.map(({ slot, code }) =>
				conflictText(
					wanted.find(({ id }) => id === slot),
					code,
					conference.timeZone,
				),
			),
		];
		const { step, isChange } = this.around.place();
		if (step === 'questions') this.around.go({ step: 'visit', isChange });
		await this.around.reload();
		this.around.onrefused();
	}
}

const doneText = ({ change }: PendingVisit): string =>
	change === 'visit.book' ? m.booked_done() : m.change_done();
