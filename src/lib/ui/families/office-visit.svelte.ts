import type {
	FamilyProjection,
	ShownAppointment,
	ShownWish,
} from '$lib/core/visits/family-projection';
import { asItIs } from '$lib/core/visits/giving-up';
import { wantedWith, type Move } from '$lib/core/visits/moves';
import type { Mode } from '$lib/core/ways-to-meet';
import type { WantedAppointment } from '$lib/core/visits/wanted-appointment';
import type { Conflicts } from '$lib/operations/visit-shapes';
import { wishAdd, wishRemove } from '$lib/operations/office-visits';
import {
	holdGiveBack,
	holdMake,
	visitBook,
	visitCancel,
	visitChange,
	waitingJoin,
	waitingLeave,
} from '$lib/operations/visits';
import { m } from '$lib/paraglide/messages';
import type { DoneActs } from '../office/done-acts.svelte';
import { ActKeys } from '../parts/saving/act-keys';
import { ActOnce } from '../parts/saving/act-once.svelte';
import { perform } from '../parts/saving/ask-server';
import { wantedEntries } from '../visits/ribbon-entry';
import { conflictText } from '../visits/words';

interface Around {
	readonly view: () => FamilyProjection;
	/** Reads again what the family has and could have. */
	readonly reload: () => Promise<void>;
	readonly done: DoneActs;
}

/** What the office does with one family's visit, by its own rights. */
export class OfficeVisit {
	readonly act: ActOnce;
	/** Why the last try did not succeed: sentences. */
	problems = $state.raw<readonly string[]>([]);
	readonly #keys = new ActKeys();

	constructor(private readonly around: Around) {
		this.act = new ActOnce({ after: () => around.reload() });
	}

	/** Books beside what the family has; whether it did. */
	async book(appointments: readonly WantedAppointment[]): Promise<boolean> {
		const input = { ...this.#whose(), key: this.#keys.of(appointments), appointments };
		const wanted = wantedEntries(this.around.view(), appointments);
		const outcome = await this.act.perform(visitBook, input);
		if (!outcome) return false;
		if (!outcome.ok) return this.#refused(outcome, wanted);
		return this.#did(m.office_booked({ count: appointments.length }), outcome.act);
	}

	/** Moves one appointment, and what has to move with it. */
	move(moved: ShownAppointment, move: Move): Promise<boolean> {
		return this.change(wantedWith(this.around.view(), moved, move), m.office_moved());
	}

	/** Makes the family's visit just what is wanted. */
	async change(appointments: readonly WantedAppointment[], said: string): Promise<boolean> {
		const input = { ...this.#whose(), key: this.#keys.of(appointments), appointments };
		const wanted = wantedEntries(this.around.view(), appointments);
		const outcome = await this.act.perform(visitChange, input);
		if (!outcome) return false;
		if (!outcome.ok) return this.#refused(outcome, wanted);
		return this.#did(said, outcome.act);
	}

	/** Holds one appointment otherwise, when it is. */
	meetBy({ id }: ShownAppointment, mode: Mode): Promise<boolean> {
		const view = this.around.view();
		const wanted = view.appointments.map((entry) =>
			entry.id === id ? { ...asItIs(view, entry), mode } : asItIs(view, entry),
		);
		return this.change(wanted, m.office_changed_how());
	}

	async cancel(ids: readonly string[]): Promise<boolean> {
		const input = { ...this.#whose(), key: this.#keys.of(ids), cancel: ids };
		const outcome = await this.act.perform(visitCancel, input);
		if (!outcome) return false;
		if (outcome.ok) return this.#did(m.cancel_done({ count: ids.length }), outcome.act);
		this.problems = [m.office_changed_meanwhile()];
		return false;
	}

	/** Keeps what is suggested while the caller thinks. */
	async hold(appointments: readonly WantedAppointment[]): Promise<boolean> {
		const input = { ...this.#whose(), key: crypto.randomUUID(), appointments };
		const wanted = wantedEntries(this.around.view(), appointments);
		const outcome = await this.act.perform(holdMake, input);
		if (!outcome) return false;
		if (!outcome.ok) return this.#refused(outcome, wanted);
		return this.#did(m.office_held(), null);
	}

	async giveBack(hold: string): Promise<boolean> {
		const outcome = await this.act.perform(holdGiveBack, { ...this.#whose(), hold });
		return outcome?.ok === true && this.#did(m.office_given_back(), null);
	}

	async wait(wish: string): Promise<boolean> {
		const outcome = await this.act.perform(waitingJoin, { ...this.#whose(), wish });
		return outcome?.ok === true && this.#did(m.office_waits(), null);
	}

	async stopWaiting(wish: string): Promise<boolean> {
		const outcome = await this.act.perform(waitingLeave, { ...this.#whose(), wish });
		return outcome?.ok === true && this.#did(m.office_waits_no_longer(), null);
	}

	/** Lets the family meet somebody who is none of its children's teachers. */
	async meetAlso(student: string, desk: string): Promise<boolean> {
		const whose = this.#whose();
		const outcome = await this.act.perform(wishAdd, { ...whose, student, desk });
		if (!outcome) return false;
		if (outcome.ok) {
			const { wish } = outcome;
			this.problems = [];
			this.around.done.didWith(m.meet_also_added(), () => perform(wishRemove, { ...whose, wish }));
			return true;
		}
		this.problems = [
			outcome.reason === 'wished' ? m.meet_also_wished() : m.office_changed_meanwhile(),
		];
		return false;
	}

	/** Takes such a meeting off again. */
	async meetNoLonger({ id, student, desks: [desk] }: ShownWish): Promise<boolean> {
		const whose = this.#whose();
		const outcome = await this.act.perform(wishRemove, { ...whose, wish: id });
		if (!outcome?.ok || desk === undefined) return false;
		this.problems = [];
		this.around.done.didWith(m.meet_also_removed(), async () => {
			const again = await perform(wishAdd, { ...whose, student, desk });
			return again.ok ? again : { ok: false, reason: 'newer' };
		});
		return true;
	}

	#whose() {
		const { conference, family } = this.around.view();
		return { conferenceId: conference.id, familyId: family };
	}

	#did(said: string, act: string | null): true {
		this.#keys.done();
		this.problems = [];
		this.around.done.did(said, act);
		return true;
	}

	#refused(
		refusal: Conflicts | { readonly reason: 'unanswered' },
		wanted: ReturnType<typeof wantedEntries>,
	): false {
		const zone = this.around.view().conference.timeZone;
		this.problems =
			refusal.reason === 'conflicts'
				? refusal.conflicts.map(({ slot, code }) =>
						conflictText(
							wanted.find(({ id }) => id === slot),
							code,
							zone,
						),
					)
				: [m.office_changed_meanwhile()];
		return false;
	}
}
