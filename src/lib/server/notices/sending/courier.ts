import type { App } from '../../app';
import { describeError } from '../../foundation/failures/describe-error';
import { deliverNotices } from './deliver-notices';

/** How often it is looked whether something is due; milliseconds. */
const EVERY = 5_000;

export interface Courier {
	/** Waits for the message that is on its way. */
	stop(): Promise<void>;
}

/** Sends what is due, for as long as the server runs. Without a mail server everything waits. */
export function startCourier(app: App): Courier {
	if (!app.config.smtpUrl) return { stop: async () => {} };
	let round: Promise<unknown> | null = null;
	const timer = setInterval(() => {
		round ??= deliverNotices(app)
			.catch((error: unknown) => app.log.error(describeError(error), 'notices were not sent'))
			.finally(() => (round = null));
	}, EVERY);
	timer.unref();
	return {
		async stop() {
			clearInterval(timer);
			await round;
		},
	};
}
