import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { faultsOfBasics, type ConferenceBasics } from '../../core/conferences/basics';
import {
	conferenceCreate,
	conferencePause,
	conferencePublish,
	conferenceResume,
	conferenceWithdraw,
} from '../../operations/conferences';
import { conference } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { freeAddress } from './free-address';
import { isOnTrial } from './is-on-trial';
import { lockConference } from './lock-conference';
import { columnsOf } from './save-basics';

/** Creates a conference that is being prepared. Its address follows from its name. */
export const createConference = performs(conferenceCreate).by({
	async work({ tx, clock, input: given }) {
		const id = newId(clock);
		const basics: ConferenceBasics = {
			words: '',
			limitNote: '',
			weekly: [],
			longGap: null,
			usualPlace: 'room',
			opensAt: null,
			closesAt: null,
			teachersMay: 'see',
			tentativeCounts: true,
			awayCounts: true,
			...given,
			address: await freeAddress(tx, given.name),
		};
		const faults = faultsOfBasics(basics);
		if (faults.length) return { refused: { reason: 'faults', faults } };
		await tx.insert(conference).values({ id, ...columnsOf(basics) });
		return {
			done: { id, address: basics.address },
			act: { kind: 'conference.created', conferenceId: id, after: basics },
		};
	},
});

/** Opens the conference to its families: wishes are derived, links begin to show it. */
export const publishConference = performs(conferencePublish).by({
	async work({ tx, clock, input: { conferenceId, known } }) {
		await lockConference(tx, conferenceId);
		if (await isOnTrial(tx, conferenceId)) return { refused: { reason: 'trial-runs' } };
		const published = await tx
			.update(conference)
			.set({ publishedAt: clock.now(), withdrawnAt: null, knownFindings: known ?? null })
			.where(
				and(
					eq(conference.id, conferenceId),
					sql`(${conference.publishedAt} is null or ${conference.withdrawnAt} is not null)`,
				),
			)
			.returning();
		const act = { kind: 'conference.published', conferenceId } as const;
		return { done: {}, act: published.length ? act : null };
	},
});

/** Takes a published conference back: families no longer see it; what is booked is kept. */
export const withdrawConference = performs(conferenceWithdraw).by({
	async work({ tx, clock, input: { conferenceId } }) {
		const withdrawn = await tx
			.update(conference)
			.set({ withdrawnAt: clock.now() })
			.where(and(eq(conference.id, conferenceId), isNull(conference.withdrawnAt)))
			.returning();
		const act = { kind: 'conference.withdrawn', conferenceId } as const;
		return { done: {}, act: withdrawn.length ? act : null };
	},
});

/** Stops booking for a while; what is booked stands, and families read the word. */
export const pauseConference = performs(conferencePause).by({
	async work({ tx, clock, input: { conferenceId, words } }) {
		const paused = await tx
			.update(conference)
			.set({ pausedAt: clock.now(), pauseWords: words.trim() })
			.where(and(eq(conference.id, conferenceId), isVisible))
			.returning();
		const act = { kind: 'conference.paused', conferenceId } as const;
		return { done: {}, act: paused.length ? act : null };
	},
});

/** Lets families book again. */
export const resumeConference = performs(conferenceResume).by({
	async work({ tx, input: { conferenceId } }) {
		const resumed = await tx
			.update(conference)
			.set({ pausedAt: null, pauseWords: '' })
			.where(and(eq(conference.id, conferenceId), isNotNull(conference.pausedAt)))
			.returning();
		const act = { kind: 'conference.resumed', conferenceId } as const;
		return { done: {}, act: resumed.length ? act : null };
	},
});

const isVisible = and(isNotNull(conference.publishedAt), isNull(conference.withdrawnAt));
