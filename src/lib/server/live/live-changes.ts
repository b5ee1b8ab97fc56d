import type { Sql } from 'postgres';
import type { Clock } from '../clock';
import type { Database } from '../database/connect';
import type { Logger } from '../logs/logger';
import { CHANNEL } from './announce';
import { ConferenceWatch, type Hear } from './conference-watch';
import { readSeats } from './read-seats';
import type { Audience } from './seat-message';

/**
 * One LISTEN for the process, many open pages. Messages are hints, the database is the truth: each
 * change makes the process read the states of the conference's seats anew and send what differs.
 */
export class LiveChanges {
	readonly #watches = new Map<string, ConferenceWatch>();
	readonly #closers = new Set<() => void>();
	#listening: Promise<{ unlisten: () => Promise<void> }> | null = null;

	constructor(
		private readonly sql: Sql,
		private readonly db: Database,
		private readonly clock: Clock,
		private readonly log: Logger,
	) {}

	/** Starts telling about a conference, with the whole state first. Returns how to stop. */
	async watch(conferenceId: string, audience: Audience, hear: Hear): Promise<() => void> {
		this.#listening ??= this.sql.listen(
			CHANNEL,
			(payload) => this.#watches.get(payload.split(':')[0]!)?.changed(),
			() => {
				for (const watch of this.#watches.values()) watch.missed();
			},
		);
		await this.#listening;
		let watch = this.#watches.get(conferenceId);
		if (!watch) {
			watch = new ConferenceWatch(
				(now, before) => readSeats(this.db, conferenceId, now, before),
				this.clock,
				this.log,
			);
			this.#watches.set(conferenceId, watch);
		}
		const joined = watch;
		const leave = () => {
			joined.remove(hear);
			if (joined.isDeserted && this.#watches.get(conferenceId) === joined)
				this.#watches.delete(conferenceId);
		};
		try {
			await joined.add(audience, hear);
		} catch (error) {
			leave();
			throw error;
		}
		return leave;
	}

	/** Registers what ends an open stream, so that the server can stop while pages are open. */
	onClose(closer: () => void): () => void {
		this.#closers.add(closer);
		return () => this.#closers.delete(closer);
	}

	/** Ends all streams; the pages come back to another server by themselves. */
	endStreams(): void {
		for (const closer of this.#closers) closer();
		this.#closers.clear();
	}

	async close(): Promise<void> {
		this.endStreams();
		const listening = await this.#listening?.catch(() => null);
		await listening?.unlisten();
	}
}
