import { and, eq, gte, isNull, lt, sql } from 'drizzle-orm';
import type { WordingPart } from '../../../core/notices/wording';
import { laterInstantOf } from '../../../core/time/local-time';
import { typedDate } from '../../../core/time/local-of';
import { m } from '$lib/paraglide/messages';
import type { App } from '../../app';
import { account, act, conference, enquiry, family } from '../../foundation/database/schema';
import { countNewcomers } from '../../newcomers/count-newcomers';
import { countEnquiries } from '../../visits/waiting-enquiries';
import { answeredEnquiry } from '../telling/facts-of-acts';
import { countUndelivered } from '../sending/undelivered';
import { dayWords, footOf } from './visit-words';
import type { Writing, Written } from './writing';

/** What a day has brought, or what a family asks. */
export async function officeWording(writing: Writing): Promise<Written> {
	const { app, row } = writing;
	const [known] = await app.db
		.select()
		.from(conference)
		.where(eq(conference.id, row.conferenceId!));
	const [reader] = await app.db.select().from(account).where(eq(account.id, row.accountId!));
	if (!known || !reader || reader.withdrawnAt !== null) return { reason: 'over' };
	const told = { writing, conference: known, name: reader.name };
	return row.kind === 'office-day' ? dayWording(told) : questionWording(told);
}

interface Told {
	readonly writing: Writing;
	readonly conference: typeof conference.$inferSelect;
	readonly name: string;
}

async function dayWording(told: Told): Promise<Written> {
	const { app, row } = told.writing;
	const { id, timeZone, name } = told.conference;
	const day = typedDate(row.about!);
	const from = laterInstantOf(day, 0, timeZone);
	const [acts, families, newcomers, questions, undelivered] = await Promise.all([
		countActs(app, id, from, row.dueAt),
		countFamilies(app, id),
		countNewcomers(app.db, id),
		countEnquiries(app.db, id),
		countUndelivered(app.db, id),
	]);
	return worded(told, {
		subject: m.notice_office_day({ conference: name }),
		parts: [
			{
				kind: 'words',
				text: [
					m.notice_office_since({ date: dayWords(day) }),
					acts.booked ? m.notice_office_booked({ count: acts.booked }) : '',
					acts.changed ? m.notice_office_changed({ count: acts.changed }) : '',
					acts.cancelled ? m.notice_office_cancelled({ count: acts.cancelled }) : '',
				]
					.filter(Boolean)
					.join('\n'),
			},
			{ kind: 'words', text: m.notice_office_families(families) },
			...waiting({ newcomers, questions, undelivered }),
		],
		link: `${app.config.origin}/office/${told.conference.address}/families`,
	});
}

const waiting = (counted: {
	readonly newcomers: number;
	readonly questions: number;
	readonly undelivered: number;
}): WordingPart[] => {
	const { newcomers, questions, undelivered } = counted;
	const text = [
		newcomers ? m.notice_office_newcomers({ count: newcomers }) : '',
		questions ? m.notice_office_questions({ count: questions }) : '',
		undelivered ? m.notice_office_undelivered({ count: undelivered }) : '',
	]
		.filter(Boolean)
		.join('\n');
	return text ? [{ kind: 'words', text }] : [];
};

/** How many acts of each kind there were from one instant to another. */
async function countActs({ db }: App, conferenceId: string, from: number, until: number) {
	const rows = await db
		.select({ kind: act.kind, count: sql<number>`count(*)::int` })
		.from(act)
		.where(
			and(
				eq(act.conferenceId, conferenceId),
				isNull(act.undoneBy),
				gte(act.at, from),
				lt(act.at, until),
			),
		)
		.groupBy(act.kind);
	const of = (kind: string) => rows.find((row) => row.kind === kind)?.count ?? 0;
	return {
		booked: of('visit.booked'),
		changed: of('visit.changed'),
		cancelled: of('visit.cancelled'),
	};
}

/** Of the families that have somebody to see, how many have booked something. */
async function countFamilies({ db }: App, conferenceId: string) {
	const [row] = await db.execute<{ booked: number; all: number }>(sql`
		select count(distinct wish.family_id)::int as all,
			count(distinct appointment.family_id)::int as booked
		from wish
		left join appointment on appointment.family_id = wish.family_id and appointment.stands
			and appointment.conference_id = wish.conference_id
		where wish.conference_id = ${conferenceId} and wish.dropped_at is null`);
	return { booked: row?.booked ?? 0, all: row?.all ?? 0 };
}

async function questionWording(told: Told): Promise<Written> {
	const { app, row } = told.writing;
	const [done] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	const id = answeredEnquiry(done?.after);
	const [asked] = id
		? await app.db
				.select({ enquiry, label: family.label })
				.from(enquiry)
				.innerJoin(family, eq(family.id, enquiry.familyId))
				.where(and(eq(enquiry.id, id), isNull(enquiry.answeredAt)))
		: [];
	if (!asked) return { reason: 'over' };
	return worded(told, {
		subject: m.notice_office_question({ family: asked.label ?? '' }),
		parts: [
			{ kind: 'words', text: m.notice_office_question_words({ family: asked.label ?? '' }) },
			{ kind: 'words', text: asked.enquiry.words ?? '' },
		],
		link: `${app.config.origin}/office/${told.conference.address}/to-answer`,
	});
}

const worded = (
	{ writing, conference, name }: Told,
	{
		subject,
		parts,
		link,
	}: {
		readonly subject: string;
		readonly parts: readonly WordingPart[];
		readonly link: string;
	},
): Written => ({
	wording: {
		subject,
		school: writing.school.name,
		parts: [
			{ kind: 'words', text: m.notice_greeting({ name }) },
			...parts,
			{ kind: 'way', text: m.notice_to_office(), link },
			footOf(writing, conference.name),
		],
	},
});
