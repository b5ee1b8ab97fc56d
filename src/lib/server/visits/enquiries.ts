import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { FamilyEnquiry } from '../../core/visits/family-projection';
import {
	enquiryAnswer,
	enquiryMake,
	lostLinkReport,
	type WaitingEnquiry,
} from '../../operations/enquiries';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import {
	adult,
	desk,
	enquiry,
	family,
	familyAdult,
	student,
	wish,
	wishDesk,
} from '../foundation/database/schema';
import { isWaitingEnquiry } from './waiting-enquiries';
import { ForbiddenError } from '../foundation/forbidden';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { fullName } from '../register/names';
import { readFamily } from './family-facts';
import { shareOf } from './family-share';
import { lockFamily } from './lock-visit';
import { adultOf } from './visit-facts';

/** Asks the school about a wish that cannot be met; what waits already gets the new words. */
export const makeEnquiry = performs(enquiryMake).by({
	lock: ({ tx, input }) => lockFamily(tx, input.familyId),
	async work({ tx, clock, actor, input: { conferenceId, familyId, wish: wishId, words } }) {
		const { wishes } = shareOf(actor, await readFamily(tx, conferenceId, familyId));
		const wanted = wishes.find(({ id }) => id === wishId);
		if (!wanted) return { refused: { reason: 'unknown' } };
		const asking = adultOf(actor);
		const [known] = await tx
			.update(enquiry)
			.set({ words, adultId: asking, askedAt: clock.now() })
			.where(and(eq(enquiry.wishId, wanted.id), isNull(enquiry.answeredAt)))
			.returning({ id: enquiry.id });
		const id = known?.id ?? newId(clock);
		if (!known)
			await tx.insert(enquiry).values({
				id,
				familyId,
				conferenceId,
				words,
				kind: 'meeting',
				adultId: asking,
				wishId: wanted.id,
				askedAt: clock.now(),
			});
		const after = { enquiry: id, wish: wanted.id };
		return { done: {}, act: { kind: 'enquiry.made', conferenceId, after } };
	},
});

/** Answers what a family asked, or says that a lost link was seen to. */
export const answerEnquiry = performs(enquiryAnswer).by({
	async work({ tx, clock, input: { enquiry: id, answer } }) {
		const [row] = await tx.select().from(enquiry).where(eq(enquiry.id, id)).for('update');
		if (!row) return { refused: { reason: 'unknown' } };
		if (row.answeredAt !== null) return { refused: { reason: 'settled' } };
		await tx.update(enquiry).set({ answer, answeredAt: clock.now() }).where(eq(enquiry.id, id));
		const conferenceId = row.conferenceId ?? undefined;
		return { done: {}, act: { kind: 'enquiry.answered', conferenceId, after: { enquiry: id } } };
	},
});

/** Writes down that the adults of an address have lost their links; nothing of an address that is nobody's. */
export const reportLostLink = performs(lostLinkReport).by({
	async work({ tx, clock, input: { email } }) {
		const adults = await tx
			.select({ id: adult.id, family: sql<string>`min(${familyAdult.familyId}::text)` })
			.from(adult)
			.innerJoin(familyAdult, eq(familyAdult.adultId, adult.id))
			.innerJoin(family, and(eq(family.id, familyAdult.familyId), isNull(family.leftAt)))
			.where(and(sql`lower(${adult.email}) = lower(${email})`, isNull(adult.leftAt)))
			.groupBy(adult.id);
		if (adults.length === 0) return { done: {}, act: null };
		const made = await tx
			.insert(enquiry)
			.values(
				adults.map((row) => ({
					id: newId(clock),
					kind: 'lost-link' as const,
					familyId: row.family,
					adultId: row.id,
					askedAt: clock.now(),
				})),
			)
			.onConflictDoNothing()
			.returning({ id: enquiry.id });
		if (made.length === 0) return { done: {}, act: null };
		return { done: {}, act: { kind: 'enquiry.made', after: { enquiries: made } } };
	},
});

/** What a family asked about some of its wishes, the newest first. */
export async function enquiriesOf(db: Reader, wishes: readonly string[]): Promise<FamilyEnquiry[]> {
	if (wishes.length === 0) return [];
	const rows = await db
		.select()
		.from(enquiry)
		.where(inArray(enquiry.wishId, [...wishes]))
		.orderBy(desc(enquiry.askedAt), desc(enquiry.id));
	return rows.map(({ id, wishId, askedAt, answer }) => ({ id, wish: wishId!, askedAt, answer }));
}

/** What waits for the school's answer about a conference, and links that were lost; the oldest first. */
export async function waitingEnquiries(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<WaitingEnquiry[]> {
	if (!may(actor, 'enquiry.answer')) throw new ForbiddenError();
	const rows = await db
		.select({ enquiry, family, adult, student, desk })
		.from(enquiry)
		.innerJoin(family, eq(family.id, enquiry.familyId))
		.leftJoin(adult, eq(adult.id, enquiry.adultId))
		.leftJoin(wish, eq(wish.id, enquiry.wishId))
		.leftJoin(student, eq(student.id, wish.studentId))
		.leftJoin(wishDesk, and(eq(wishDesk.wishId, wish.id), eq(wishDesk.rank, 0)))
		.leftJoin(desk, eq(desk.id, wishDesk.deskId))
		.where(isWaitingEnquiry(conferenceId))
		.orderBy(asc(enquiry.askedAt), asc(enquiry.id));
	return rows.map((row) => ({
		id: row.enquiry.id,
		kind: row.enquiry.kind,
		family: { id: row.family.id, label: row.family.label ?? '' },
		adult: row.adult ? fullName(row.adult) : '',
		desk: row.desk ? [row.desk.name, row.desk.subject].filter(Boolean).join(' · ') : '',
		student: row.student ? fullName(row.student) : '',
		words: row.enquiry.words ?? '',
		askedAt: row.enquiry.askedAt,
	}));
}
