import type { LiveChanges } from './live-changes';
import type { Audience, SeatMessage } from './seat-message';

const HEARTBEAT = 20_000;

/** Makes the text of a message once for all pages that may know the same. */
export function textOnce(
	project: (message: SeatMessage) => unknown,
): (message: SeatMessage) => string {
	const known = new WeakMap<SeatMessage, string>();
	return (message) => {
		let text = known.get(message);
		if (text === undefined) known.set(message, (text = JSON.stringify(project(message))));
		return text;
	};
}

/**
 * A conference's changes as server-sent events. `textOf` turns what its audience is told into what this
 * page may know.
 */
export function seatEventStream(
	live: LiveChanges,
	conferenceId: string,
	audience: Audience,
	textOf: (message: SeatMessage) => string,
): Response {
	let stop = () => {};
	const body = new ReadableStream<string>({
		async start(controller) {
			const send = (text: string) => {
				try {
					controller.enqueue(text);
				} catch {
					stop();
				}
			};
			const heartbeat = setInterval(() => send(': still here\n\n'), HEARTBEAT);
			let unwatch = () => {};
			const forget = live.onClose(() => {
				stop();
				controller.close();
			});
			stop = () => {
				clearInterval(heartbeat);
				forget();
				unwatch();
			};
			send('retry: 2000\n\n');
			unwatch = await live.watch(conferenceId, audience, (message) =>
				send(`data: ${textOf(message)}\n\n`),
			);
		},
		cancel: () => stop(),
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
	});
}
