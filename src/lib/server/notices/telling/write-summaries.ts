import { and, eq, gt, gte, inArray, isNotNull, isNull, lt } from 'drizzle-orm';
import { eveningBefore } from '../../../core/notices/notice-rules';
import { localOf } from '../../../core/time/local-of';
import { addDays, laterInstantOf } from '../../../core/time/local-time';
import type { App } from '../../app';
import { act, appointment, claim, conference, person } from '../../foundation/database/schema';
import type { Recipient } from './finding';
import { organisers } from './recipients';
import { readTelling, type ConferenceTelling } from './telling';
import { writeOnce } from './write-once';

/** A summary that is later than this is of no use any more; milliseconds. */
const LATEST = 6 * 60 * 60_000;

type Writes = Pick<App, 'db' | 'clock'>;

/**
 * Writes down the summaries whose moment has come: what tomorrow holds, for who receives or interprets then, and
 * what the day before has brought, for the office. Each is once for each person and day.
 */
export async function writeSummaries(app: Writes): Promise<void> {
	const open = await app.db
		.select({ id: conference.id })
		.from(conference)
		.where(and(isNull(conference.withdrawnAt), isNotNull(conference.publishedAt)));
	for (const { id } of open) {
		const telling = await readTelling(app.db, id);
		if (!telling) continue;
		await writeEvenings(app, telling);
		await writeOfficeDay(app, telling);
	}
}

const isNow = (moment: number, now: number): boolean => moment <= now && now < moment + LATEST;

async function writeEvenings({ db, clock }: Writes, telling: ConferenceTelling): Promise<void> {
	const { id: conferenceId, zone, rules } = telling;
	if (rules.eveningAt === null) return;
	const now = clock.now();
	const date = addDays(localOf(now, zone).date, 1);
	if (!isNow(eveningBefore(date, zone, rules.eveningAt), now)) return;
	const [from, until] = [laterInstantOf(date, 0, zone), laterInstantOf(addDays(date, 1), 0, zone)];
	const rows = await db
		.selectDistinct({ personId: person.id })
		.from(claim)
		.innerJoin(appointment, eq(appointment.id, claim.appointmentId))
		.innerJoin(person, and(eq(person.id, claim.thing), isNull(person.leftAt)))
		.where(
			and(
				inArray(claim.kind, ['person', 'interpreter']),
				eq(appointment.conferenceId, conferenceId),
				gte(appointment.startsAt, from),
				lt(appointment.startsAt, until),
				eq(person.told, 'all'),
			),
		)
		.orderBy(person.id);
	await write({ db, clock }, conferenceId, 'teacher-day', date, rows);
}

/** Of the day before, in the morning, when something was done on it. */
async function writeOfficeDay({ db, clock }: Writes, telling: ConferenceTelling): Promise<void> {
	const { id: conferenceId, zone, rules } = telling;
	if (rules.officeAt === null) return;
	const now = clock.now();
	const today = localOf(now, zone).date;
	if (!isNow(laterInstantOf(today, rules.officeAt, zone), now)) return;
	const date = addDays(today, -1);
	const [something] = await db
		.select({ id: act.id })
		.from(act)
		.where(
			and(
				eq(act.conferenceId, conferenceId),
				inArray(act.kind, ['visit.booked', 'visit.changed', 'visit.cancelled']),
				gt(act.at, laterInstantOf(date, 0, zone)),
			),
		)
		.limit(1);
	if (something) await write({ db, clock }, conferenceId, 'office-day', date, await organisers(db));
}

const write = async (
	app: Writes,
	conferenceId: string,
	kind: 'teacher-day' | 'office-day',
	about: string,
	recipients: readonly Recipient[],
): Promise<void> =>
	void (await writeOnce(
		app,
		recipients.map((recipient) => ({
			...recipient,
			kind,
			about,
			conferenceId,
			dueAt: app.clock.now(),
		})),
	));
