import { and, eq, inArray, ne } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { SwapWith } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { appointment } from '../foundation/database/schema';
import { readAppointments, stands } from '../visits/appointment-state';
import { readFamily } from '../visits/family-facts';
import { shareOf } from '../visits/family-share';
import { settleSwap, swapParts } from '../visits/swap-appointments';
import { fullName } from '../register/names';
import { labelsOf } from './labels-of';

/** So many are tried, the nearest in time first. */
const MOST_TRIED = 40;

/**
 * The appointments with which one can be swapped so that both visits stay sound: at desks that would do for it,
 * each tried by the rules by which it would be done.
 */
export async function swapsOf(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	appointmentId: string,
): Promise<SwapWith[]> {
	const [own] = await readAppointments(db, [appointmentId]);
	if (!own || !stands(own)) return [];
	const snapshot = await loadSnapshot(db, conferenceId);
	const family = await readFamily(db, conferenceId, own.family);
	const desks = shareOf(actor, family)
		.wishes.filter(({ id }) => own.wishes.includes(id))
		.flatMap((wish) => wish.desks);
	const rows = await db
		.select({ id: appointment.id })
		.from(appointment)
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				eq(appointment.stands, true),
				inArray(appointment.deskId, desks as (typeof appointment.$inferSelect.deskId)[]),
				ne(appointment.id, own.id as typeof appointment.$inferSelect.id),
			),
		);
	const now = clock.now();
	const distance = ({ start }: { readonly start: number }) => Math.abs(start - own.start);
	const others = (
		await readAppointments(
			db,
			rows.map(({ id }) => id),
		)
	)
		.filter(({ start }) => start > now)
		.sort((a, b) => distance(a) - distance(b))
		.slice(0, MOST_TRIED);
	const labels = await labelsOf(
		db,
		others.map((other) => other.family),
	);
	const found: SwapWith[] = [];
	for (const other of others) {
		const pair = [own, other];
		const parts = await swapParts(db, pair, snapshot);
		const outcome = await settleSwap(db, { actor, now, snapshot, pair, parts });
		if (!outcome.ok) continue;
		const theirs = parts.find((part) => part.family.id === other.family)!.family;
		const about = new Set(other.students.map(({ id }) => id));
		found.push({
			appointment: other.id,
			slot: other.slots[0]!,
			family: labels.get(other.family) ?? '',
			student: theirs.students
				.filter(({ id }) => about.has(id))
				.map(fullName)
				.join(', '),
		});
	}
	return found;
}
