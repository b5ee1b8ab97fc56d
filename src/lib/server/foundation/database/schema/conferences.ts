import { placeKinds } from '../../../../core/ways-to-meet';
import { boolean, jsonb, pgTable, primaryKey, smallint, text, uuid } from 'drizzle-orm/pg-core';
import type { WeeklyHours } from '../../../../core/desks/desk-plan';
import { usualNoticeRules, type NoticeRules } from '../../../../core/notices/notice-rules';
import { usualRules, type Rules } from '../../../../core/snapshot/rules';
import type { Hours } from '../../../../core/slots/hours';
import { id, instant, version } from './columns';

export const conference = pgTable('conference', {
	id: id(),
	address: text('address').notNull().unique(),
	name: text('name').notNull(),
	words: text('words').notNull().default(''),
	timeZone: text('time_zone').notNull(),
	slotMinutes: smallint('slot_minutes').notNull(),
	gapMinutes: smallint('gap_minutes').notNull(),
	pauseMinutes: smallint('pause_minutes').notNull().default(0),
	switchMinutes: smallint('switch_minutes').notNull().default(15),
	/** The conference's own hours; desks that follow it take them over. */
	hours: jsonb('hours').$type<Hours[]>().notNull(),
	/** Hours that come again every week. */
	weekly: jsonb('weekly').$type<WeeklyHours[]>().notNull().default([]),
	/** After every so many slots a longer gap; both or neither. */
	longGapEvery: smallint('long_gap_every'),
	longGapMinutes: smallint('long_gap_minutes'),
	/** What families are told about keeping to the time. */
	limitNote: text('limit_note').notNull().default(''),
	/** Where desks sit unless somebody says otherwise. */
	usualPlace: text('usual_place', { enum: placeKinds }).notNull().default('room'),
	teachersMay: text('teachers_may', { enum: ['see', 'propose', 'change'] })
		.notNull()
		.default('see'),
	/** Whether entries of that kind in a teacher's calendar close slots. */
	tentativeCounts: boolean('tentative_counts').notNull().default(true),
	awayCounts: boolean('away_counts').notNull().default(true),
	opensAt: instant('opens_at'),
	closesAt: instant('closes_at'),
	publishedAt: instant('published_at'),
	pausedAt: instant('paused_at'),
	/** What families read while it is paused. */
	pauseWords: text('pause_words').notNull().default(''),
	withdrawnAt: instant('withdrawn_at'),
	/** Digests of what readiness found when families were let in; null while they never were. */
	knownFindings: text('known_findings').array(),
	/** Who may book when, and how much. */
	rules: jsonb('rules').$type<Rules>().notNull().default(usualRules),
	/** How its people are told. */
	noticeRules: jsonb('notice_rules').$type<NoticeRules>().notNull().default(usualNoticeRules),
	/** Counts the changes of the set-up (not the bookings). */
	version: version(),
});

/** A finding of which somebody has said that it may be so, as long as its facts are the same. */
export const findingAside = pgTable(
	'finding_aside',
	{
		conferenceId: uuid('conference_id')
			.notNull()
			.references(() => conference.id),
		/** Of its kind and facts. */
		digest: text('digest').notNull(),
		reason: text('reason').notNull(),
		since: instant('since').notNull(),
	},
	(table) => [primaryKey({ columns: [table.conferenceId, table.digest] })],
);
