import type { Sql } from 'postgres';
import type { SeatState } from '../../core/conferences/seat-state';
import type { Clock } from '../clock';
import { loadSnapshot } from '../conferences/load-snapshot';
import { nextHoldEnd, readSeatStates } from '../conferences/read-claims';
import type { Database } from '../database/connect';
import type { Logger } from '../logs/logger';
import { CHANNEL } from './announce';

/** What open pages are told. The first message of a stream, and any after a loss, is whole. */
export interface SeatMessage {
	readonly whole: boolean;
	readonly states: Record<string, SeatState>;
	/** Which state of the set-up it is. */
	readonly version: number;
}

type Listener = (message: SeatMessage) => void;

interface Watched {
	readonly listeners: Set<Listener>;
	states: Map<string, SeatState>;
	/** A change came in and has not been read yet. */
	stale: boolean;
	timer: NodeJS.Timeout | null;
	/** Runs out with the hold that ends next: nobody announces that. */
	nextEnd: NodeJS.Timeout | null;
}

/** The longest time that a timer of Node takes. */
const LONGEST_TIMER = 2 ** 31 - 1;

/** At most two messages a second to a page. */
const LEAST_INTERVAL = 500;
/** Reading takes a tenth of the time at the most: in a rush pages hear less often, and bookings go on. */
const SHARE = 10;

/**
 * One LISTEN for the process, many open pages. Messages are hints, the database is the truth: each
 * change makes the process read the states of the conference's seats anew and send what differs.
 */
export class LiveChanges {
	readonly #watched = new Map<string, Watched>();
	readonly #closers = new Set<() => void>();
	#listening: Promise<{ unlisten: () => Promise<void> }> | null = null;

	constructor(
		private readonly sql: Sql,
		private readonly db: Database,
		private readonly clock: Clock,
		private readonly log: Logger,
	) {}

	/** Starts telling about a conference, with the whole state first. Returns how to stop. */
	async watch(conferenceId: string, listener: Listener): Promise<() => void> {
		this.#listening ??= this.sql.listen(
			CHANNEL,
			(payload) => this.#onChange(payload.split(':')[0]!),
			() => this.#onReconnect(),
		);
		await this.#listening;
		let watched = this.#watched.get(conferenceId);
		if (!watched) {
			watched = {
				...{ listeners: new Set<Listener>(), states: new Map<string, SeatState>() },
				...{ stale: false, timer: null, nextEnd: null },
			};
			this.#watched.set(conferenceId, watched);
		}
		const entry = watched;
		const { states, version } = await this.#read(conferenceId, entry);
		// The others have been told less: what is new here must still come to them as a difference.
		if (entry.listeners.size === 0) entry.states = states;
		listener({ whole: true, states: Object.fromEntries(states), version });
		entry.listeners.add(listener);
		return () => {
			entry.listeners.delete(listener);
			if (entry.listeners.size > 0) return;
			if (entry.timer) clearTimeout(entry.timer);
			if (entry.nextEnd) clearTimeout(entry.nextEnd);
			if (this.#watched.get(conferenceId) === entry) this.#watched.delete(conferenceId);
		};
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

	#onChange(conferenceId: string): void {
		const watched = this.#watched.get(conferenceId);
		if (!watched) return;
		watched.stale = true;
		if (!watched.timer) void this.#send(conferenceId, watched, false);
	}

	/** Changes may have been missed: everybody gets everything again. */
	#onReconnect(): void {
		for (const [conferenceId, watched] of this.#watched)
			void this.#send(conferenceId, watched, true);
	}

	async #read(
		conferenceId: string,
		watched: Watched,
	): Promise<{ states: Map<string, SeatState>; version: number }> {
		const now = this.clock.now();
		const states = await readSeatStates(this.db, conferenceId, now);
		const { conference } = await loadSnapshot(this.db, conferenceId);
		const end = await nextHoldEnd(this.db, conferenceId, now);
		if (watched.nextEnd) clearTimeout(watched.nextEnd);
		watched.nextEnd =
			end === null
				? null
				: setTimeout(
						() => {
							watched.nextEnd = null;
							if (watched.listeners.size) this.#onChange(conferenceId);
						},
						Math.min(end - now + 1, LONGEST_TIMER),
					).unref();
		return { states, version: conference.version };
	}

	/** Reads again after a while, if something has changed until then. */
	#later(conferenceId: string, watched: Watched, milliseconds: number): NodeJS.Timeout {
		return setTimeout(() => {
			watched.timer = null;
			if (watched.stale) void this.#send(conferenceId, watched, false);
		}, milliseconds);
	}

	async #send(conferenceId: string, watched: Watched, whole: boolean): Promise<void> {
		watched.stale = false;
		watched.timer ??= this.#later(conferenceId, watched, LEAST_INTERVAL);
		const started = performance.now();
		try {
			const before = watched.states;
			const { states, version } = await this.#read(conferenceId, watched);
			watched.states = states;
			const told = whole
				? states
				: new Map([...states].filter(([slot, state]) => before.get(slot) !== state));
			const message = { whole, states: Object.fromEntries(told), version };
			for (const listener of watched.listeners) listener(message);
			const took = performance.now() - started;
			if (watched.timer && SHARE * took > LEAST_INTERVAL) {
				clearTimeout(watched.timer);
				watched.timer = this.#later(conferenceId, watched, SHARE * took);
			}
		} catch (error) {
			watched.stale = true;
			this.log.warn({ conferenceId, error: (error as Error).name }, 'seats could not be read');
		}
	}
}
