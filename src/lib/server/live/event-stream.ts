import type { LiveChanges } from './live-changes';
import type { StreamTicket } from './open-streams';
import type { SeatNews } from '../../operations/seat-news';
import type { Audience } from './seat-message';

const HEARTBEAT = 20_000;
/** The longest time that a timer of Node takes. */
const LONGEST_TIMER = 2 ** 31 - 1;

/** A conference's seats are the same for all who hear of all: their text is made once. */
const known = new WeakMap<SeatNews, string>();
function textOf(message: SeatNews): string {
	let text = known.get(message);
	if (text === undefined) known.set(message, (text = JSON.stringify(message)));
	return text;
}

/** Whose page asks for a stream, and how to ask once more whether it may have it. */
export interface StreamAsked {
	readonly conferenceId: string;
	readonly audience: Audience;
	readonly ticket: StreamTicket;
	/** Asked when the stream is open: what was withdrawn a moment before was not told to it. */
	readonly isStillIn: () => Promise<boolean>;
	readonly now: number;
}

/**
 * A conference's changes as server-sent events, for as long as there is what the stream stands on. The
 * caller has asked `live.streams` whether there is room for one more.
 */
export function seatEventStream(live: LiveChanges, asked: StreamAsked): Response {
	const { conferenceId, audience, ticket, isStillIn, now } = asked;
	let stop = () => {};
	const body = new ReadableStream<string>({
		async start(controller) {
			let isOpen = true;
			const send = (text: string) => {
				try {
					controller.enqueue(text);
				} catch {
					stop();
				}
			};
			const heartbeat = setInterval(() => send(': still here\n\n'), HEARTBEAT);
			let unwatch = () => {};
			const close = () => {
				if (!isOpen) return;
				stop();
				controller.close();
			};
			const forget = live.streams.add(ticket, close);
			const end =
				ticket.until === null
					? undefined
					: setTimeout(close, Math.min(Math.max(0, ticket.until - now), LONGEST_TIMER)).unref();
			stop = () => {
				isOpen = false;
				clearInterval(heartbeat);
				clearTimeout(end);
				forget();
				unwatch();
			};
			send('retry: 2000\n\n');
			try {
				const leave = await live.watch(conferenceId, audience, (message) =>
					send(`data: ${textOf(message)}\n\n`),
				);
				if (isOpen) unwatch = leave;
				else leave();
				if (isOpen && !(await isStillIn())) close();
			} catch (error) {
				stop();
				controller.error(error);
			}
		},
		cancel: () => stop(),
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
	});
}
