import { onMount } from 'svelte';

/** What a page is told: all states, or those that changed. */
export interface SeatNews<State> {
	readonly whole: boolean;
	readonly states: Record<string, State>;
	/** Which state of the conference's set-up it is. */
	readonly version: number;
}

/** Milliseconds after which a page that was refused asks again, longer each time. */
const SHORTEST_PAUSE = 15_000;
const LONGEST_PAUSE = 300_000;

/**
 * Follows a conference's seats. One stream serves all tabs of a browser: the tab that holds the lock
 * opens it and passes the news on. When it goes, the next one opens its own, and is told everything.
 */
export function followSeats<State>(address: string, hear: (news: SeatNews<State>) => void): void {
	onMount(() => {
		const channel = new BroadcastChannel(`ten-chairs:${address}`);
		const known: Record<string, State> = {};
		let version = 0;
		let source: EventSource | null = null;
		let leave = () => {};

		channel.onmessage = ({ data }: MessageEvent<SeatNews<State> | 'tell me all'>) => {
			if (data !== 'tell me all') hear(data);
			else if (source) channel.postMessage({ whole: true, states: known, version });
		};
		channel.postMessage('tell me all');

		let pause = SHORTEST_PAUSE;
		let again: ReturnType<typeof setTimeout> | undefined;
		const listen = () => {
			source = new EventSource(address);
			source.onmessage = ({ data }) => {
				const news = JSON.parse(data) as SeatNews<State>;
				Object.assign(known, news.states);
				version = news.version;
				pause = SHORTEST_PAUSE;
				hear(news);
				channel.postMessage(news);
			};
			// A lost connection comes back by itself; a refusal (too many pages, nobody signed in) does not.
			source.onerror = () => {
				if (source?.readyState !== EventSource.CLOSED) return;
				again = setTimeout(listen, pause);
				pause = Math.min(2 * pause, LONGEST_PAUSE);
			};
		};
		const lead = () =>
			new Promise<void>((resolve) => {
				leave = resolve;
				listen();
			});
		const waiting = new AbortController();
		navigator.locks.request(`ten-chairs:${address}`, { signal: waiting.signal }, lead).catch(() => {
			// The page was left before its turn came.
		});

		return () => {
			waiting.abort();
			clearTimeout(again);
			source?.close();
			leave();
			channel.close();
		};
	});
}
