import { and, asc, eq, inArray, isNull, notExists, sql } from 'drizzle-orm';
import { comingStates } from '../../../core/notices/kinds';
import { reachedBy, type ReachedBy } from '../../../core/notices/reached-by';
import { may, type Actor } from '../../../core/permissions/may';
import { EVERYBODY, type FamiliesChoice } from '../../../operations/families';
import { familiesTell } from '../../../operations/notices';
import type { App } from '../../app';
import type { Reader } from '../../foundation/database/connect';
import { adult, appointment, family, familyAdult, notice } from '../../foundation/database/schema';
import { isChosen } from '../../families/chosen-families';
import { ForbiddenError } from '../../foundation/forbidden';
import { performs } from '../../foundation/runner/perform';
import { invite } from '../../invitations/visitors';
import { concernedFamilies } from '../reaching/concerned-families';

type What = 'invited' | 'not-booked';

/** Tells those whom it concerns; whoever has no private link yet is given one. */
export const tellFamilies = performs(familiesTell).by({
	isLong: true,
	async work({ tx, clock, input: { conferenceId, what, ...given } }) {
		const choice = { ...EVERYBODY, ...given };
		const adults = await toTell(tx, { conferenceId, choice, now: clock.now() }, what);
		if (adults.length === 0) return { refused: { reason: 'nobody' } };
		for (const { adultId } of adults) await invite(tx, clock, { adultId });
		const kind = what === 'invited' ? 'families.invited' : 'families.reminded';
		return { done: { told: adults.length }, act: { kind, conferenceId, after: { adults } } };
	},
});

/** Among which families, and when. */
interface Among {
	readonly conferenceId: string;
	readonly choice: FamiliesChoice;
	/** Milliseconds. */
	readonly now: number;
}

/** How many adults among some families a message would reach, and whom of those who have not booked it would not. */
export interface ToTell extends Readonly<Record<What, number>> {
	readonly byTelephone: number;
	readonly byLetter: number;
}

/** Counts by channel who would be told. */
export async function countToTell(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	choice: FamiliesChoice = EVERYBODY,
): Promise<ToTell> {
	if (!may(actor, 'links.see')) throw new ForbiddenError();
	const among = { conferenceId, choice, now: clock.now() };
	const [invited, notBooked] = await Promise.all([
		leftOut(db, among, 'invited'),
		leftOut(db, among, 'not-booked'),
	]);
	const by = (adults: typeof invited, channel: ReachedBy) =>
		adults.filter((one) => one.channel === channel).length;
	return {
		invited: by(invited, 'email'),
		'not-booked': by(notBooked, 'email'),
		byTelephone: by(notBooked, 'telephone'),
		byLetter: by(notBooked, 'letter'),
	};
}

/**
 * Adults of families that are concerned: of those who were never invited, or of families in which nothing is booked.
 * One in two families is told for each. Whom no e-mail reaches is told by hand.
 */
async function toTell(db: Reader, among: Among, what: What) {
	const adults = await leftOut(db, among, what);
	return adults
		.filter(({ channel }) => channel === 'email')
		.map(({ familyId, adultId }) => ({ familyId, adultId }));
}

/** The same with those whom no e-mail reaches, and how each is reached. */
async function leftOut(db: Reader, { conferenceId, choice, now }: Among, what: What) {
	const isLeftOut =
		what === 'invited'
			? notExists(
					db
						.select({ one: sql`1` })
						.from(notice)
						.where(
							and(
								eq(notice.kind, 'invited'),
								eq(notice.conferenceId, conferenceId),
								eq(notice.adultId, adult.id),
								eq(notice.familyId, family.id),
								inArray(notice.state, comingStates),
							),
						),
				)
			: notExists(
					db
						.select({ one: sql`1` })
						.from(appointment)
						.where(
							and(
								eq(appointment.conferenceId, conferenceId),
								eq(appointment.familyId, family.id),
								eq(appointment.stands, true),
							),
						),
				);
	const rows = await db
		.select({ familyId: family.id, adult })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.innerJoin(family, and(eq(family.id, familyAdult.familyId), isNull(family.leftAt)))
		.where(
			and(
				inArray(family.id, concernedFamilies(db, conferenceId)),
				isLeftOut,
				isChosen(choice, conferenceId, now),
			),
		)
		.orderBy(asc(family.id), asc(adult.id));
	return rows.map((row) => ({
		familyId: row.familyId,
		adultId: row.adult.id,
		channel: reachedBy(row.adult),
	}));
}
