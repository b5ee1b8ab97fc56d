import { and, eq, gt, inArray, isNull, lte } from 'drizzle-orm';
import { groupBy } from '../../../core/group-by';
import { afterQuiet, reminderAt, wholeRules } from '../../../core/notices/notice-rules';
import { localOf, MINUTE } from '../../../core/time/local-of';
import type { App } from '../../app';
import {
	adult,
	appointment,
	conference,
	familyAdult,
	notice,
} from '../../foundation/database/schema';
import { isAround } from '../../register/around';
import { writeOnce } from './write-once';

const HOUR = 60 * MINUTE;
/** The longest that somebody may be reminded before, with an hour by which clocks are changed; milliseconds. */
const LONGEST = (14 * 24 + 1) * HOUR;
/** A reminder that is later than this is of no use any more; milliseconds. */
const LATEST = HOUR / 2;

/**
 * Writes down the reminders whose moment has come: one for each adult, date and distance, and for the hour at which
 * the visit begins, so that a moved visit is reminded of anew and a cancelled one not at all. What was booked after
 * the moment is not reminded of: its confirmation says the same.
 */
export async function writeReminders(app: Pick<App, 'db' | 'clock'>): Promise<number> {
	const { db, clock } = app;
	const now = clock.now();
	const rows = await db
		.select({ appointment, zone: conference.timeZone, rules: conference.noticeRules })
		.from(appointment)
		.innerJoin(conference, eq(conference.id, appointment.conferenceId))
		.where(
			and(
				eq(appointment.stands, true),
				isNull(conference.withdrawnAt),
				gt(appointment.startsAt, now),
				lte(appointment.startsAt, now + LONGEST),
			),
		)
		.orderBy(appointment.startsAt);
	const visits = groupBy(rows, ({ appointment: { familyId, conferenceId, startsAt }, zone }) =>
		[familyId, conferenceId, localOf(startsAt, zone).date].join(' '),
	);
	const due = [...visits.values()].flatMap(([first]) => {
		const { zone, appointment } = first!;
		const rules = wholeRules(first!.rules);
		const { startsAt, familyId, conferenceId } = appointment;
		const { date } = localOf(startsAt, zone);
		return rules.remindBefore
			.filter((minutes) => isNow(reminderAt(startsAt, minutes, zone), now))
			.map((minutes) => {
				const dueAt = afterQuiet(now, zone, rules, 'reminder');
				return {
					familyId,
					conferenceId,
					about: `${date} ${startsAt} ${minutes / 60}`,
					// Better at night than not at all.
					dueAt: dueAt < startsAt ? dueAt : now,
				};
			});
	});
	return due.length === 0 ? 0 : write(app, due);
}

const isNow = (moment: number, now: number): boolean => moment <= now && now < moment + LATEST;

/** Families that were told the same a moment ago: that they have booked, or that something moved. */
async function toldLately({ db, clock }: Pick<App, 'db' | 'clock'>) {
	const rows = await db
		.selectDistinct({ familyId: notice.familyId })
		.from(notice)
		.where(
			and(inArray(notice.kind, ['booked', 'changed']), gt(notice.dueAt, clock.now() - LATEST)),
		);
	return rows.flatMap(({ familyId }) => familyId ?? []);
}

async function write(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	due: readonly {
		readonly familyId: typeof appointment.$inferSelect.familyId;
		readonly conferenceId: string;
		readonly about: string;
		readonly dueAt: number;
	}[],
): Promise<number> {
	const adults = await db
		.select({ familyId: familyAdult.familyId, adultId: adult.id })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isAround(adult)))
		.where(
			inArray(
				familyAdult.familyId,
				due.map(({ familyId }) => familyId),
			),
		);
	const justTold = new Set(await toldLately({ db, clock }));
	return writeOnce(
		{ db, clock },
		due.flatMap((one) =>
			adults
				.filter(({ familyId }) => familyId === one.familyId && !justTold.has(familyId))
				.map(({ adultId }) => ({ ...one, adultId, kind: 'reminder' as const })),
		),
	);
}
