import { and, eq, gt, inArray, isNotNull, isNull, lt, lte, notExists, sql } from 'drizzle-orm';
import { comingStates } from '../../../core/notices/kinds';
import type { App } from '../../app';
import { appointment, conference, hold, notice } from '../../foundation/database/schema';
import { afterQuiet } from '../../../core/notices/notice-rules';
import { MINUTE } from '../../../core/time/local-of';
import { adultsOf } from './recipients';
import { readTelling } from './telling';
import { writeOnce } from './write-once';

const HOUR = 60 * MINUTE;
/** An opening that is told later than this is none; milliseconds. */
const LATEST = 12 * HOUR;

type Writes = Pick<App, 'db' | 'clock'>;

/** Writes down what a moment brings by itself: booking begins, or an offer ends soon. Each is told once. */
export async function writeMoments(app: Writes): Promise<void> {
	await writeOpenings(app);
	await writeEndings(app);
}

/** To adults who were invited before booking began, and in whose family nothing is booked yet. */
async function writeOpenings({ db, clock }: Writes): Promise<void> {
	const now = clock.now();
	const opened = await db
		.select({ id: conference.id, opensAt: conference.opensAt })
		.from(conference)
		.where(
			and(
				isNotNull(conference.publishedAt),
				isNull(conference.withdrawnAt),
				isNull(conference.pausedAt),
				lte(conference.opensAt, now),
				gt(conference.opensAt, now - LATEST),
			),
		);
	for (const { id, opensAt } of opened) {
		const invited = db
			.selectDistinct({ familyId: notice.familyId, adultId: notice.adultId })
			.from(notice)
			.where(
				and(
					eq(notice.conferenceId, id),
					eq(notice.kind, 'invited'),
					inArray(notice.state, comingStates),
					lt(notice.dueAt, opensAt!),
					notExists(
						db
							.select({ one: sql`1` })
							.from(appointment)
							.where(
								and(
									eq(appointment.conferenceId, id),
									eq(appointment.stands, true),
									sql`${appointment.familyId} = ${notice.familyId}`,
								),
							),
					),
				),
			);
		const telling = await readTelling(db, id);
		if (!telling) continue;
		const dueAt = afterQuiet(now, telling.zone, telling.rules, 'opened');
		const told = { kind: 'opened', conferenceId: id, about: `opened ${opensAt}`, dueAt } as const;
		await writeOnce(
			{ db, clock },
			(await invited).map((adult) => ({ ...told, ...adult })),
		);
	}
}

/** To the adults of a family, when the last third of its time to answer has begun, and an hour before at the earliest. */
async function writeEndings({ db, clock }: Writes): Promise<void> {
	const now = clock.now();
	const ending = await db
		.select()
		.from(hold)
		.where(
			and(
				inArray(hold.kind, ['offer', 'waiting']),
				gt(hold.until, now),
				lte(hold.until, now + HOUR),
			),
		);
	for (const { id, conferenceId, familyId, since, until } of ending) {
		if (until - now > (until - since) / 3) continue;
		const told = { kind: 'offer-ending', conferenceId, about: id, dueAt: now } as const;
		const adults = await adultsOf(db, familyId);
		await writeOnce(
			{ db, clock },
			adults.map((adult) => ({ ...told, ...adult })),
		);
	}
}
