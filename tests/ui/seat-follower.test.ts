import { expect, it } from 'vitest';
import type { SeatNews } from '$lib/operations/seat-news';
import { SeatFollower, type FollowerAround } from '$lib/ui/parts/live/seat-follower';

/** A browser with several tabs: the first of those that wait leads, and time stands still. */
class Browser {
	readonly queue: (() => void)[] = [];
	readonly tabs = new Set<(message: unknown) => void>();
	readonly streams: {
		say: (text: string) => void;
		fail: (ended: boolean) => void;
		isOpen: boolean;
	}[] = [];
	readonly pauses: number[] = [];
	readonly reported: unknown[] = [];
	due: (() => void) | null = null;

	tab() {
		const heard: SeatNews[] = [];
		const around: FollowerAround = {
			open: (say, failed) => {
				let ended = false;
				const stream = {
					say,
					isOpen: true,
					fail: (forGood: boolean) => {
						ended = forGood;
						failed();
					},
				};
				this.streams.push(stream);
				return {
					hasEnded: () => ended,
					close: () => {
						stream.isOpen = false;
					},
				};
			},
			joinTabs: (hear) => {
				this.tabs.add(hear);
				return {
					tell: (message) => {
						for (const other of this.tabs) if (other !== hear) other(structuredClone(message));
					},
					close: () => this.tabs.delete(hear),
				};
			},
			leadInTurn: (lead) => {
				this.queue.push(lead);
				if (this.queue.length === 1) lead();
				return () => {
					const wasFirst = this.queue[0] === lead;
					this.queue.splice(this.queue.indexOf(lead), 1);
					if (wasFirst) this.queue[0]?.();
				};
			},
			later: (milliseconds, work) => {
				this.pauses.push(milliseconds);
				this.due = work;
				return () => {
					this.due = null;
				};
			},
			report: (error) => this.reported.push(error),
		};
		return { heard, follower: new SeatFollower(around, (news) => heard.push(news)) };
	}
}

const news = (states: Record<string, string>, version = 1, whole = false): string =>
	JSON.stringify({ whole, states, version });

it('one tab listens, all hear, and one that is opened later is told everything', () => {
	const browser = new Browser();
	const first = browser.tab();
	browser.streams[0]!.say(news({ a: 'free', b: 'taken' }, 1, true));
	browser.streams[0]!.say(news({ b: 'free' }, 2));
	const second = browser.tab();
	expect(browser.streams).toHaveLength(1);
	expect(first.heard).toHaveLength(2);
	expect(second.heard).toEqual([{ whole: true, states: { a: 'free', b: 'free' }, version: 2 }]);
	browser.streams[0]!.say(news({ a: 'taken' }, 2));
	expect(second.heard.at(-1)).toEqual({ whole: false, states: { a: 'taken' }, version: 2 });
});

it('when the tab that listens goes, the next one does', () => {
	const browser = new Browser();
	const [first, second] = [browser.tab(), browser.tab()];
	first.follower.leave();
	expect(browser.streams.map(({ isOpen }) => isOpen)).toEqual([false, true]);
	browser.streams[1]!.say(news({ a: 'free' }, 3, true));
	expect([first.heard.length, second.heard.length]).toEqual([0, 1]);
});

it('who is refused asks again, ever more rarely; a lost connection comes back by itself', () => {
	const browser = new Browser();
	const { follower } = browser.tab();
	browser.streams[0]!.fail(false);
	expect(browser.pauses).toEqual([]);
	for (let time = 0; time < 6; time++) {
		browser.streams.at(-1)!.fail(true);
		browser.due!();
	}
	expect(browser.pauses).toEqual([15_000, 30_000, 60_000, 120_000, 240_000, 300_000]);
	browser.streams.at(-1)!.say(news({}));
	browser.streams.at(-1)!.fail(true);
	expect(browser.pauses.at(-1)).toBe(15_000);
	follower.leave();
	expect(browser.due).toBeNull();
});

it.each(['{', '"text"', '{"whole":true,"states":{"a":"lost"},"version":1}'])(
	'%s is no news: it is reported, and what is known stays',
	(text) => {
		const browser = new Browser();
		const { heard } = browser.tab();
		browser.streams[0]!.say(text);
		browser.streams[0]!.say(news({ a: 'free' }));
		expect(browser.reported).toHaveLength(1);
		expect(heard).toHaveLength(1);
	},
);
