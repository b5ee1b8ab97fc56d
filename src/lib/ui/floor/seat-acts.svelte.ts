import type { RefusalCode } from '$lib/core/rules/answer';
import type { LocalDate } from '$lib/core/time/local-of';
import type { SeatCandidate, SeatDetail } from '$lib/operations/floor';
import { slotAddLast, slotUndoLast } from '$lib/operations/floor';
import { seatsBlock, seatsUnblock, seatsUndo } from '$lib/operations/seats';
import {
	appointmentAnswer,
	appointmentsSwap,
	offerMake,
	wishAdd,
	wishRemove,
} from '$lib/operations/office-visits';
import { visitBook, visitUndo } from '$lib/operations/visits';
import { m } from '$lib/paraglide/messages';
import type { DoneActs, TakesBack } from '../office/done-acts.svelte';
import { ActKeys } from '../parts/saving/act-keys';
import { ActOnce } from '../parts/saving/act-once.svelte';
import { perform } from '../parts/saving/ask-server';
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
	book(candidate: SeatCandidate, { slot, desk }: Pick<SeatDetail, 'slot' | 'desk'>) {
		const said = m.seat_booked_for({ family: candidate.label });
		return this.#forWish(candidate, desk, said, async (wish) => {
			const appointments = [{ slot, wishes: [wish] }];
			const outcome = await this.#act.perform(visitBook, {
				...this.#whose(candidate.family),
				key: this.#keys.of(appointments),
				appointments,
			});
			if (outcome?.ok) return outcome;
			const conflicts = outcome?.reason === 'conflicts' ? outcome.conflicts : [];
			if (outcome) this.#refusedBy(conflicts[0]?.code);
			return null;
		});
	}

	/** Keeps slots for a family until an instant, of which it may take one. */
	offer(candidate: SeatCandidate, desk: string, slots: readonly string[], until: number) {
		const said = m.seat_offered_to({ family: candidate.label });
		return this.#forWish(candidate, desk, said, async (wish) => {
			const alternatives = slots.map((slot) => ({ slot, wishes: [wish] }));
			const outcome = await this.#act.perform(offerMake, {
				...this.#whose(candidate.family),
				key: this.#keys.of({ alternatives, until }),
				alternatives,
				until,
			});
			if (outcome?.ok) return { act: null };
			if (outcome) this.#refusedBy(outcome.conflicts[0]?.code);
			return null;
		});
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

	/**
	 * Does something about what a family would come for. At a desk that is none of its own that is added first, and
	 * goes again with what was done, or when nothing could be done.
	 */
	async #forWish(
		{ family, studentId, wish }: SeatCandidate,
		desk: string,
		said: string,
		work: (wish: string) => Promise<{ readonly act: string | null } | null>,
	): Promise<boolean> {
		const whose = this.#whose(family);
		if (wish !== null) {
			const done = await work(wish);
			return done !== null && this.#did(said, done.act);
		}
		const added = await this.#act.perform(wishAdd, { ...whose, student: studentId, desk });
		if (!added?.ok) return added !== null && this.#refusedBy(undefined);
		const takeOff = () => perform(wishRemove, { ...whose, wish: added.wish });
		const done = await work(added.wish);
		if (done === null) {
			await takeOff();
			return false;
		}
		this.#clear();
		this.around.done.didWith(said, async () => {
			const undone = done.act === null ? null : await perform(visitUndo, { act: done.act });
			return undone?.ok === false ? undone : takeOff();
		});
		return true;
	}

	#whose(familyId: string) {
		return { conferenceId: this.around.conference, familyId };
	}

	#did(said: string, act: string | null, undo?: TakesBack): true {
		this.#clear();
		this.around.done.did(said, act, undo);
		return true;
	}

	#clear(): void {
		this.#keys.done();
		this.#refused = '';
	}

	#refusedBy(code: RefusalCode | undefined): false {
		this.#refused = code ? fitText(code) : m.office_changed_meanwhile();
		return false;
	}
}
