import type { LiveChanges, SeatMessage } from './live-changes';

const HEARTBEAT = 20_000;

/**
 * A conference's changes as server-sent events. `project` turns what is known here into what this
 * page may know.
 */
export function seatEventStream(
	live: LiveChanges,
	conferenceId: string,
	project: (message: SeatMessage) => unknown,
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
			unwatch = await live.watch(conferenceId, (message) =>
				send(`data: ${JSON.stringify(project(message))}\n\n`),
			);
		},
		cancel: () => stop(),
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
	});
}
