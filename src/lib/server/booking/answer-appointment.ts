import { eq, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { earlierAct, recordAct, requestDigest } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { appointment } from '../database/schema';
import { announceChange } from '../live/announce';
import { ForbiddenError } from '../permissions/forbidden';
import { readAppointments } from './appointment-state';
import { lockFamily, lockSlots } from './lock-visit';
import { receiversOf } from './receives';
import { endAppointment } from './write-visit';

/** What became of an answer; `settled`: it was answered, or cancelled, before. */
export type AnswerResult = 'done' | 'settled' | 'unknown';

/**
 * Accepts or declines an appointment that a family asked for. A teacher answers for the desks at which
 * it receives on that date; an organiser for all.
 */
export async function answerAppointment(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	request: { readonly appointment: string; readonly accept: boolean; readonly key: string },
): Promise<AnswerResult> {
	const { accept, key } = request;
	const ofThis = eq(appointment.id, request.appointment);
	const digest = requestDigest({ appointment: request.appointment, accept });
	return inTransaction(db, async (tx) => {
		const [known] = await tx.select().from(appointment).where(ofThis);
		if (!known) return 'unknown';
		const { conferenceId, familyId } = known;
		if (!(await mayAnswer())) throw new ForbiddenError();
		await lockFamily(tx, familyId);
		if (await earlierAct(tx, actor, key, digest)) return 'done';
		const before = await readAppointments(tx, [known.id]);
		await lockSlots(tx, before[0]!.slots, []);
		if (before[0]!.standing !== 'asked') return 'settled';
		if (accept)
			await tx
				.update(appointment)
				.set({ standing: 'booked', answerBy: null, version: sql`${appointment.version} + 1` })
				.where(ofThis);
		else await endAppointment(tx, known.id, 'declined');
		await recordAct(tx, clock, {
			actor,
			conferenceId,
			key,
			request: digest,
			before,
			kind: accept ? 'appointment.accepted' : 'appointment.declined',
			after: await readAppointments(tx, [known.id]),
		});
		await announceChange(tx, conferenceId);
		return 'done';

		async function mayAnswer(): Promise<boolean> {
			if (actor.kind !== 'teacher') return may(actor, 'visit.answer');
			const receivers = await receiversOf(tx, known!);
			return receivers.some((person) => may(actor, 'visit.answer', { person }));
		}
	});
}
