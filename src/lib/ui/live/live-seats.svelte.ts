import { onMount } from 'svelte';

/** What a page is told: all states, or those that changed. */
export interface SeatNews<State> {
	readonly whole: boolean;
	readonly states: Record<string, State>;
	/** Which state of the conference's set-up it is. */
	readonly version: number;
}

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

		const lead = () =>
			new Promise<void>((resolve) => {
				leave = resolve;
				source = new EventSource(address);
				source.onmessage = ({ data }) => {
					const news = JSON.parse(data) as SeatNews<State>;
					Object.assign(known, news.states);
					version = news.version;
					hear(news);
					channel.postMessage(news);
				};
			});
		const waiting = new AbortController();
		navigator.locks.request(`ten-chairs:${address}`, { signal: waiting.signal }, lead).catch(() => {
			// The page was left before its turn came.
		});

		return () => {
			waiting.abort();
			source?.close();
			leave();
			channel.close();
		};
	});
}
