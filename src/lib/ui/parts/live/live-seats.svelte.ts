import { onMount } from 'svelte';
import type { SeatNews } from '$lib/operations/seat-news';
import { SeatFollower, type FollowerAround } from './seat-follower';

/** Follows a conference's seats as long as the component is there. */
export function followSeats(address: string, hear: (news: SeatNews) => void): void {
	onMount(() => {
		const follower = new SeatFollower(browserAround(address), hear);
		return () => follower.leave();
	});
}

const browserAround = (address: string): FollowerAround => ({
	open(heard, failed) {
		const source = new EventSource(address);
		source.onmessage = ({ data }) => heard(String(data));
		source.onerror = failed;
		return {
			hasEnded: () => source.readyState === EventSource.CLOSED,
			close: () => source.close(),
		};
	},
	joinTabs(heard) {
		const channel = new BroadcastChannel(`ten-chairs:${address}`);
		channel.onmessage = ({ data }) => heard(data);
		return { tell: (message) => channel.postMessage(message), close: () => channel.close() };
	},
	leadInTurn(lead) {
		const waiting = new AbortController();
		let leave = () => {};
		const leading = () =>
			new Promise<void>((resolve) => {
				leave = resolve;
				lead();
			});
		const { signal } = waiting;
		navigator.locks.request(`ten-chairs:${address}`, { signal }, leading).catch(() => {
			// The page was left before its turn came.
		});
		return () => {
			waiting.abort();
			leave();
		};
	},
	later(milliseconds, work) {
		const timer = setTimeout(work, milliseconds);
		return () => clearTimeout(timer);
	},
	report: (error) => reportError(error),
});
