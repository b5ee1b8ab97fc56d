import type { Sql } from 'postgres';
import type { Clock } from '../foundation/clock';
import type { Database } from '../foundation/database/connect';
import { ACCESS_CHANNEL, CHANNEL, readAnnouncement } from '../foundation/runner/announce';
import { ConferenceWatch, type Hear } from './conference-watch';
import type { Ground, OpenStreams } from './open-streams';
import { readSeats } from './read-seats';
import type { Audience, SeatReading } from './seat-message';

/**
 * One LISTEN for the process, many open pages. Messages are hints, the database is the truth: each
 * change makes the process read the states of the seats that it touched anew and send what differs.
 */
export class LiveChanges {
	readonly #watches = new Map<string, ConferenceWatch>();
	#listening: Promise<readonly { unlisten: () => Promise<void> }[]> | null = null;

	constructor(
		private readonly sql: Sql,
		private readonly db: Database,
		private readonly clock: Clock,
		/** Writes down that seats could not be read. */
		private readonly failed: (error: unknown) => void,
		/** The open streams; each ends with what it stands on. */
		readonly streams: OpenStreams,
	) {}

	/** Starts telling about a conference, with the whole state first. Returns how to stop. */
	async watch(conferenceId: string, audience: Audience, hear: Hear): Promise<() => void> {
		await (this.#listening ??= this.#listen());
		let watch = this.#watches.get(conferenceId);
		if (!watch) {
			watch = new ConferenceWatch(
				(now, before) => readSeats(this.db, conferenceId, now, before),
				this.clock,
				this.failed,
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

	/** The seats of a conference as those who follow it know them, where that is all that is known to have happened. */
	known(conferenceId: string): SeatReading | null {
		return this.#watches.get(conferenceId)?.known ?? null;
	}

	async close(): Promise<void> {
		this.streams.endAll();
		const listening = await this.#listening?.catch(() => null);
		for (const one of listening ?? []) await one.unlisten();
	}

	/** Listens for changes of conferences, and of what lets people in. */
	async #listen(): Promise<readonly { unlisten: () => Promise<void> }[]> {
		let isFirst = true;
		try {
			const changes = await this.sql.listen(
				CHANNEL,
				(payload) => {
					const { conference, touched } = readAnnouncement(payload);
					this.#watches.get(conference)?.changed(touched);
				},
				() => {
					for (const watch of this.#watches.values()) watch.missed();
				},
			);
			const access = await this.sql.listen(
				ACCESS_CHANNEL,
				(payload) => this.streams.endThoseOn(payload as Ground),
				() => {
					// Who was locked out while nobody listened is not known: all are asked again.
					if (!isFirst) this.streams.endAll();
					isFirst = false;
				},
			);
			return [changes, access];
		} catch (error) {
			this.#listening = null;
			throw error;
		}
	}
}
