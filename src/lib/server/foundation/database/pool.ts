import type { Sql } from 'postgres';
import { isConnectionLost } from './errors';

/** Statements under way on a pool that is given up have so long to end, in seconds. */
const GRACE = 5;

/**
 * A pool of connections that gives way to a new one when a connection is lost while it was in use: the
 * driver connects again, but what was to be sent at that moment stays in the way of it for ever.
 */
export class Pool {
	#client: Sql;
	#isEnded = false;

	/** `open` makes a client; nothing is connected before its first statement. */
	constructor(private readonly open: () => Sql) {
		this.#client = open();
	}

	/** Work on the client as it is now. */
	use<Result extends Promise<unknown>>(work: (client: Sql) => Result): Result {
		const client = this.#client;
		const result = work(client);
		result.catch((error: unknown) => {
			if (isConnectionLost(error)) this.#giveUp(client);
		});
		return result;
	}

	async end(): Promise<void> {
		this.#isEnded = true;
		await this.#client.end({ timeout: GRACE });
	}

	#giveUp(client: Sql): void {
		if (client !== this.#client || this.#isEnded) return;
		this.#client = this.open();
		client.end({ timeout: GRACE }).catch(() => {
			// Nothing is left of it to be told.
		});
	}
}
