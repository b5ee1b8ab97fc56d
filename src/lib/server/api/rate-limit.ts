import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Problem } from './problem';

/** Seconds over which requests are counted. */
const WINDOW = 60;

/** Counts the requests of each token (or, without one, of each address) in this server process. */
export class ApiRate {
	readonly #limiter: RateLimiterMemory;

	constructor(perMinute: number) {
		this.#limiter = new RateLimiterMemory({ points: perMinute, duration: WINDOW });
	}

	/** Throws a problem that says when to come again. */
	async count(caller: string): Promise<void> {
		try {
			await this.#limiter.consume(caller);
		} catch (refusal) {
			if (!(refusal instanceof RateLimiterRes)) throw refusal;
			const seconds = Math.max(1, Math.ceil(refusal.msBeforeNext / 1000));
			throw new Problem(
				429,
				'too-many-requests',
				'Too many requests: come again later.',
				{ retryAfterSeconds: seconds },
				{ 'retry-after': String(seconds) },
			);
		}
	}
}
