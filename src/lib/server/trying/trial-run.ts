import { and, count, eq, inArray } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { trialBegin, trialEnd, type Trier } from '../../operations/trying';
import type { App } from '../app';
import { wipeTrial } from '../conferences/wipe-trial';
import { lockConference } from '../conferences/lock-conference';
import { isVisible } from '../conferences/read-conference';
import type { Clock } from '../foundation/clock';
import type { Reader, Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import {
	adult,
	appointment,
	family,
	familyAdult,
	familyStudent,
	invitation,
	student,
	wish,
	wishDesk,
} from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { invitationLink } from '../invitations/links';
import { invite } from '../invitations/visitors';
import { fullName, splitName } from '../register/names';
import type { FamilyFacts } from '../visits/family-facts';
import { madeUpFamily } from './made-up-family';

/**
 * Lets a colleague try a conference that families do not see yet, by a link of their own, as a family that is made
 * up. What they book is booked, what they are told is sent to them alone, and all of it goes with the trial run.
 * `is-open`: families see the conference; `nobody`: nobody has any meeting there yet.
 */
export const beginTrial = performs(trialBegin).by({
	lock: async ({ tx, input }) => void (await lockConference(tx, input.conferenceId)),
	async work({ tx, clock, input: { conferenceId, name, email } }) {
		if (isVisible(await lockConference(tx, conferenceId)))
			return { refused: { reason: 'is-open' } };
		const [before] = await tx
			.select({ families: count() })
			.from(family)
			.where(eq(family.trialOf, conferenceId));
		const like = await madeUpFamily(tx, conferenceId, before!.families);
		if (!like) return { refused: { reason: 'nobody' } };
		const made = await writeFamily(tx, clock, { conferenceId, name, email, like });
		return {
			done: {},
			act: {
				kind: 'trial.begun',
				conferenceId,
				after: { adults: [{ familyId: made.family, adultId: made.adult }] },
			},
		};
	},
});

/** Ends a trial run: whoever was made up for it goes, with all that they booked, held, asked and were told. */
export const endTrial = performs(trialEnd).by({
	isLong: true,
	lock: async ({ tx, input }) => void (await lockConference(tx, input.conferenceId)),
	async work({ tx, input: { conferenceId } }) {
		const wiped = await wipeTrial(tx, conferenceId);
		const act = { kind: 'trial.ended', conferenceId, before: wiped } as const;
		return { done: wiped, act: wiped.families ? act : null };
	},
});

/** Writes a made-up family of one colleague, with its wishes and its way in. */
async function writeFamily(
	tx: Transaction,
	clock: Clock,
	{
		conferenceId: trialOf,
		name,
		email,
		like,
	}: {
		readonly conferenceId: string;
		readonly name: string;
		readonly email: string;
		readonly like: FamilyFacts;
	},
): Promise<{ readonly family: string; readonly adult: string }> {
	const ids = { family: newId(clock), adult: newId(clock) };
	const leftAt = clock.now();
	const studentIds = new Map<string, string>(like.students.map(({ id }) => [id, newId(clock)]));
	await tx.insert(family).values({ id: ids.family, label: name, trialOf, leftAt });
	await tx.insert(adult).values({
		id: ids.adult,
		...splitName(name),
		email: email || null,
		trialOf,
		leftAt,
	});
	await tx.insert(familyAdult).values({ familyId: ids.family, adultId: ids.adult });
	await insertAll(
		tx,
		student,
		like.students.map(({ id, givenName, yearGroup }) => ({
			id: studentIds.get(id)!,
			givenName,
			yearGroup,
			trialOf,
			leftAt,
		})),
	);
	await insertAll(
		tx,
		familyStudent,
		[...studentIds.values()].map((studentId) => ({ familyId: ids.family, studentId })),
	);
	const wishes = like.wishes.map((entry) => ({ ...entry, id: newId(clock) }));
	await insertAll(
		tx,
		wish,
		wishes.map(({ id, student, weight, optional, askedBy }) => ({
			id,
			conferenceId: trialOf,
			familyId: ids.family,
			studentId: studentIds.get(student)!,
			weight,
			optional,
			askedBy,
			source: 'by-hand' as const,
		})),
	);
	await insertAll(
		tx,
		wishDesk,
		wishes.flatMap(({ id, desks }) => desks.map((deskId, rank) => ({ wishId: id, deskId, rank }))),
	);
	await invite(tx, clock, { adultId: ids.adult });
	return ids;
}

/** Who tries a conference, in the order in which they came. */
export async function readTrial(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	conferenceId: string,
): Promise<Trier[]> {
	if (!may(actor, 'links.see')) throw new ForbiddenError();
	const rows = await db
		.select({ family: family.id, adult, invitation })
		.from(family)
		.innerJoin(familyAdult, eq(familyAdult.familyId, family.id))
		.innerJoin(adult, eq(adult.id, familyAdult.adultId))
		.innerJoin(invitation, eq(invitation.adultId, adult.id))
		.where(eq(family.trialOf, conferenceId))
		.orderBy(family.id);
	const booked = await bookedBy(
		db,
		rows.map((row) => row.family),
	);
	return rows.map((row) => ({
		family: row.family,
		name: fullName(row.adult),
		link: invitationLink(config.origin, config.key, row.invitation),
		openedAt: row.invitation.openedAt,
		booked: booked.get(row.family) ?? 0,
	}));
}

async function bookedBy(
	db: Reader,
	families: readonly (typeof family.$inferSelect)['id'][],
): Promise<ReadonlyMap<string, number>> {
	const rows = await db
		.select({ family: appointment.familyId, booked: count() })
		.from(appointment)
		.where(and(inArray(appointment.familyId, [...families]), eq(appointment.stands, true)))
		.groupBy(appointment.familyId);
	return new Map(rows.map((row) => [row.family, row.booked]));
}
