import type { RefusalCode } from '$lib/core/rules/answer';
import type { LocalDate } from '$lib/core/time/local-of';
import type { SeatCandidate } from '$lib/operations/floor';
import { slotAddLast, slotUndoLast } from '$lib/operations/floor';
import { seatsBlock, seatsUnblock, seatsUndo } from '$lib/operations/seats';
import { appointmentAnswer, appointmentsSwap, offerMake, visitBook } from '$lib/operations/visits';
import { m } from '$lib/paraglide/messages';
import type { DoneActs, TakesBack } from '../office/done-acts.svelte';
import { ActKeys } from '../parts/saving/act-keys';
import { ActOnce } from '../parts/saving/act-once.svelte';
import { fitText } from './fit-text';

interface Around {
	/** The conference's id. */
	readonly conference: string;
	readonly done: DoneActs;
	readonly reload: () => Promise<void>;
}

/** What the office does with seats on the floor, and what came of it. */
export class SeatActs {
	readonly #act: ActOnce;
	readonly #keys = new ActKeys();
	#refused = $state('');

	constructor(private readonly around: Around) {
		this.#act = new ActOnce({ after: () => around.reload() });
	}

	/** The conference's id. */
	get conference(): string {
		return this.around.conference;
	}

	get isBusy(): boolean {
		return this.#act.isBusy;
	}

	/** Why the last try did not succeed. */
	get problem(): string {
		return this.#act.problem || this.#refused;
	}

	/** Books a slot for a family; whether it did. */
	async book({ family, wish, label }: SeatCandidate, slot: string): Promise<boolean> {
		const appointments = [{ slot, wishes: [wish] }];
		const outcome = await this.#act.perform(visitBook, {
			...this.#whose(family),
			key: this.#keys.of(appointments),
			appointments,
		});
		if (!outcome) return false;
		if (outcome.ok) return this.#did(m.seat_booked_for({ family: label }), outcome.act);
		return this.#refusedBy(outcome.reason === 'conflicts' ? outcome.conflicts[0]?.code : undefined);
	}

	/** Keeps slots for a family until an instant, of which it may take one. */
	async offer(
		{ family, wish, label }: SeatCandidate,
		slots: readonly string[],
		until: number,
	): Promise<boolean> {
		const alternatives = slots.map((slot) => ({ slot, wishes: [wish] }));
		const outcome = await this.#act.perform(offerMake, {
			...this.#whose(family),
			key: this.#keys.of({ alternatives, until }),
			alternatives,
			until,
		});
		if (!outcome) return false;
		if (outcome.ok) return this.#did(m.seat_offered_to({ family: label }), null);
		return this.#refusedBy(outcome.conflicts[0]?.code);
	}

	/** Swaps two appointments. */
	async swap(one: string, other: string): Promise<boolean> {
		const outcome = await this.#act.perform(appointmentsSwap, {
			conferenceId: this.around.conference,
			key: this.#keys.of([one, other]),
			one,
			other,
		});
		if (!outcome) return false;
		if (outcome.ok) return this.#did(m.seat_swapped(), outcome.act);
		return this.#refusedBy(outcome.reason === 'conflicts' ? outcome.conflicts[0]?.code : undefined);
	}

	/** Blocks slots. */
	async block(slots: readonly string[], reason: string): Promise<boolean> {
		const outcome = await this.#act.perform(seatsBlock, {
			conferenceId: this.around.conference,
			key: this.#keys.of({ slots, reason }),
			slots,
			reason,
		});
		if (!outcome) return false;
		if (!outcome.ok) {
			this.#refused = m.seat_block_taken();
			return false;
		}
		const count = outcome.slots.length;
		const left = slots.length - count;
		const said = left ? m.seat_blocked_some({ count, left }) : m.seat_blocked_all({ count });
		return this.#did(said, outcome.act, seatsUndo);
	}

	/** Opens blocked slots again. */
	async unblock(slots: readonly string[]): Promise<boolean> {
		const outcome = await this.#act.perform(seatsUnblock, {
			conferenceId: this.around.conference,
			key: this.#keys.of({ open: slots }),
			slots,
		});
		if (!outcome?.ok) return false;
		return this.#did(m.seat_unblocked_all({ count: outcome.slots.length }), outcome.act, seatsUndo);
	}

	/** Accepts or declines what a family asked for. */
	async answer(appointment: string, accept: boolean, words: string): Promise<boolean> {
		const outcome = await this.#act.perform(appointmentAnswer, {
			appointment,
			accept,
			words,
			key: `answer ${appointment} ${accept ? 'yes' : 'no'}`,
		});
		if (!outcome) return false;
		if (outcome.ok) return this.#did(accept ? m.seat_accepted() : m.seat_declined(), outcome.act);
		return this.#refusedBy(undefined);
	}

	/** Adds one more slot at the end of a desk's date. */
	async addLast(desk: string, date: LocalDate): Promise<boolean> {
		const outcome = await this.#act.perform(slotAddLast, {
			conferenceId: this.around.conference,
			desk,
			date,
		});
		if (!outcome) return false;
		if (outcome.ok) return this.#did(m.seat_added(), outcome.act, slotUndoLast);
		this.#refused = m.seat_add_overlaps();
		return false;
	}

	#whose(familyId: string) {
		return { conferenceId: this.around.conference, familyId };
	}

	#did(said: string, act: string | null, undo?: TakesBack): true {
		this.#keys.done();
		this.#refused = '';
		this.around.done.did(said, act, undo);
		return true;
	}

	#refusedBy(code: RefusalCode | undefined): false {
		this.#refused = code ? fitText(code) : m.office_changed_meanwhile();
		return false;
	}
}
