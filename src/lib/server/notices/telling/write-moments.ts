import {
	and,
	eq,
	exists,
	gt,
	inArray,
	isNotNull,
	isNull,
	lt,
	lte,
	notExists,
	sql,
} from 'drizzle-orm';
import type { App } from '../../app';
import { insertAll } from '../../foundation/database/insert-all';
import {
	adult,
	appointment,
	conference,
	familyAdult,
	hold,
	notice,
} from '../../foundation/database/schema';
import { newId } from '../../foundation/identifiers';
import { MINUTE } from '../../../core/time/local-of';
import type { FamilyId } from '../../../core/ids';

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
		const about = `opened ${id} ${opensAt}`;
		const invited = db
			.selectDistinct({ familyId: notice.familyId, adultId: notice.adultId })
			.from(notice)
			.where(
				and(
					eq(notice.conferenceId, id),
					eq(notice.kind, 'invited'),
					inArray(notice.state, ['waiting', 'sending', 'sent']),
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
		await writeOnce({ db, clock }, { kind: 'opened', conferenceId: id, about }, await invited);
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
				exists(
					db
						.select({ one: sql`1` })
						.from(notice)
						.where(
							and(
								eq(notice.kind, 'offered'),
								eq(notice.state, 'sent'),
								eq(notice.conferenceId, hold.conferenceId),
								eq(notice.familyId, hold.familyId),
							),
						),
				),
			),
		);
	for (const { id, conferenceId, familyId, since, until } of ending) {
		if (until - now > (until - since) / 3) continue;
		const adults = await adultsOf({ db, clock }, familyId);
		await writeOnce({ db, clock }, { kind: 'offer-ending', conferenceId, about: id }, adults);
	}
}

const adultsOf = ({ db }: Writes, familyId: FamilyId) =>
	db
		.select({ familyId: familyAdult.familyId, adultId: adult.id })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.where(eq(familyAdult.familyId, familyId));

async function writeOnce(
	{ db, clock }: Writes,
	told: {
		readonly kind: 'opened' | 'offer-ending';
		readonly conferenceId: string;
		readonly about: string;
	},
	recipients: readonly Pick<typeof notice.$inferSelect, 'familyId' | 'adultId'>[],
): Promise<void> {
	const known = await db
		.select({ adultId: notice.adultId })
		.from(notice)
		.where(eq(notice.about, told.about));
	const done = new Set(known.map(({ adultId }) => adultId));
	const rows = recipients
		.filter(({ adultId }) => !done.has(adultId))
		.map((recipient) => ({ ...recipient, ...told, id: newId(clock), dueAt: clock.now() }));
	await db.transaction((tx) => insertAll(tx, notice, rows));
}
