import { eq, sql } from 'drizzle-orm';
import { may } from '../../core/permissions/may';
import type { InputOf } from '../../operations/change';
import { appointmentAnswer } from '../../operations/office-visits';
import { appointment } from '../foundation/database/schema';
import { performs, type Asked } from '../foundation/runner/perform';
import { readAppointments } from './appointment-state';
import { lockFamily, lockSlots } from './lock-visit';
import { receiversOf } from './receives';
import { endAppointment } from './write-visit';

type Answer = Asked<InputOf<typeof appointmentAnswer>>;

const appointmentOf = async ({ tx, input }: Answer) => {
	const [row] = await tx.select().from(appointment).where(eq(appointment.id, input.appointment));
	return row;
};

/**
 * Accepts or declines an appointment that a family asked for. A teacher answers for the desks at which
 * it receives on that date; an organiser for all.
 */
export const answerAppointment = performs(appointmentAnswer).by({
	async lock(asked) {
		const known = await appointmentOf(asked);
		if (known) await lockFamily(asked.tx, known.familyId);
	},
	async mayAlso(asked) {
		const { actor, tx } = asked;
		if (actor.kind !== 'teacher') return may(actor, 'visit.answer');
		const known = await appointmentOf(asked);
		if (!known) return true;
		const receivers = await receiversOf(tx, known);
		return receivers.some((person) => may(actor, 'visit.answer', { person }));
	},
	repeated: (_, act) => ({ act }),
	async work(asked) {
		const { tx, act, input } = asked;
		const known = await appointmentOf(asked);
		if (!known) return { refused: { reason: 'unknown' } };
		const { id, conferenceId } = known;
		const before = await readAppointments(tx, [id]);
		await lockSlots(tx, before[0]!.slots, []);
		if (before[0]!.standing !== 'asked') return { refused: { reason: 'settled' } };
		if (input.accept)
			await tx
				.update(appointment)
				.set({ standing: 'booked', answerBy: null, version: sql`${appointment.version} + 1` })
				.where(eq(appointment.id, id));
		else await endAppointment(tx, id, 'declined');
		await tx
			.update(appointment)
			.set({ answerWords: input.words || null })
			.where(eq(appointment.id, id));
		const kind = input.accept ? 'appointment.accepted' : 'appointment.declined';
		const after = await readAppointments(tx, [id]);
		return { done: { act }, act: { kind, conferenceId, before, after } };
	},
});
