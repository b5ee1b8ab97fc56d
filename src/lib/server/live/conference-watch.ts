import type { SeatNews } from '../../operations/seat-news';
import type { Clock } from '../foundation/clock';
import type { Touched } from '../foundation/runner/announce';
import { differenceFrom, wholeMessage, type Audience, type SeatReading } from './seat-message';

export type Hear = (message: SeatNews) => void;

/** Reads the seats of the one conference at an instant; after an earlier reading only what was touched since. */
type ReadSeats = (
	now: number,
	since: { readonly before: SeatReading; readonly touched: Touched } | null,
) => Promise<SeatReading & { readonly nextEnd: number | null }>;

/** The longest time that a timer of Node takes. */
const LONGEST_TIMER = 2 ** 31 - 1;

/** At most two messages a second to a page. */
const LEAST_INTERVAL = 500;
/** Reading takes a tenth of the time at the most: in a rush pages hear less often, and bookings go on. */
const SHARE = 10;

/**
 * One conference, and the pages that follow its seats. Who comes is told what all others know already,
 * so that a page that opens costs no reading; what it has not been told yet comes as a difference.
 */
export class ConferenceWatch {
	readonly #listeners = new Map<Hear, Audience>();
	#coming = 0;
	#told: SeatReading | null = null;
	#first: Promise<void> | null = null;
	/** Readings come one after the other, so that none is told after a later one. */
	#lastReading: Promise<unknown> = Promise.resolve();
	/** Those that have begun, or wait for another one. */
	#readings = 0;
	/** Changes came in and have not been read yet: where; `null`: none. */
	#stale: Touched | null = null;
	#pause: NodeJS.Timeout | null = null;
	/** Runs out with the hold that ends next: nobody announces that. */
	#nextEnd: NodeJS.Timeout | null = null;

	constructor(
		private readonly read: ReadSeats,
		private readonly clock: Clock,
		private readonly failed: (error: unknown) => void,
	) {}

	get isDeserted(): boolean {
		return this.#listeners.size + this.#coming === 0;
	}

	/** What everybody has been told; `null`: nothing yet, or more is known to have changed since. */
	get known(): SeatReading | null {
		return this.#stale || this.#readings > 0 ? null : this.#told;
	}

	async add(audience: Audience, hear: Hear): Promise<void> {
		this.#coming++;
		try {
			// All who come first wait for the same reading.
			await (this.#first ??= this.#readFirst());
			hear(wholeMessage(this.#told!, audience));
			this.#listeners.set(hear, audience);
		} catch (error) {
			this.#first = null;
			throw error;
		} finally {
			this.#coming--;
		}
	}

	remove(hear: Hear): void {
		this.#listeners.delete(hear);
		if (!this.isDeserted) return;
		if (this.#pause) clearTimeout(this.#pause);
		if (this.#nextEnd) clearTimeout(this.#nextEnd);
	}

	/** Something changed: it is read and told at once, or after the pause that follows each message. */
	changed(touched: Touched): void {
		this.#stale = both(this.#stale, touched);
		if (this.#told && !this.#pause) void this.#tell(false);
	}

	/** Changes may have been missed: everybody is told everything. */
	missed(): void {
		this.#stale = 'any';
		if (this.#told) void this.#tell(true);
	}

	async #readFirst(): Promise<void> {
		await this.#readOn('any');
		if (this.#stale) this.changed(this.#stale);
	}

	async #tell(whole: boolean): Promise<void> {
		const touched = this.#stale ?? 'any';
		this.#stale = null;
		this.#pauseFor(LEAST_INTERVAL);
		const started = performance.now();
		try {
			const { before, after } = await this.#readOn(touched);
			const messageFor =
				whole || !before
					? (audience: Audience) => wholeMessage(after, audience)
					: differenceFrom(before, after);
			for (const [hear, audience] of this.#listeners) {
				const message = messageFor(audience);
				if (message) hear(message);
			}
			const took = performance.now() - started;
			if (SHARE * took > LEAST_INTERVAL) this.#pauseFor(SHARE * took);
		} catch (error) {
			this.#stale = 'any';
			this.failed(error);
		}
	}

	#readOn(touched: Touched): Promise<{ before: SeatReading | null; after: SeatReading }> {
		this.#readings++;
		const reading = this.#lastReading
			.then(() => this.#readNow(touched))
			.finally(() => this.#readings--);
		this.#lastReading = reading.catch(() => {});
		return reading;
	}

	async #readNow(touched: Touched): Promise<{ before: SeatReading | null; after: SeatReading }> {
		const now = this.clock.now();
		const before = this.#told;
		const { nextEnd, ...after } = await this.read(now, before && { before, touched });
		this.#told = after;
		if (this.#nextEnd) clearTimeout(this.#nextEnd);
		this.#nextEnd =
			nextEnd === null
				? null
				: setTimeout(
						() => {
							this.#nextEnd = null;
							if (!this.isDeserted) this.changed([]);
						},
						Math.min(nextEnd - now + 1, LONGEST_TIMER),
					).unref();
		return { before, after };
	}

	#pauseFor(milliseconds: number): void {
		if (this.#pause) clearTimeout(this.#pause);
		this.#pause = setTimeout(() => {
			this.#pause = null;
			if (this.#stale && !this.isDeserted) void this.#tell(false);
		}, milliseconds).unref();
	}
}

const both = (one: Touched | null, other: Touched): Touched =>
	one === 'any' || other === 'any' ? 'any' : [...(one ?? []), ...other];
