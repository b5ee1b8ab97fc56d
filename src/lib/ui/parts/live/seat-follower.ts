import type { z } from 'zod/mini';
import { seatNews, type SeatNews, type ToldState } from '$lib/operations/seat-news';

/** A stream of news, as a browser opens it. */
export interface NewsStream {
	/** Whether it ended for good: a lost connection comes back by itself, a refusal does not. */
	readonly hasEnded: () => boolean;
	readonly close: () => void;
}

/** The tabs of a browser that follow the same. */
export interface Tabs {
	readonly tell: (message: unknown) => void;
	readonly close: () => void;
}

/** What following needs of the browser that it runs in. */
export interface FollowerAround {
	readonly open: (heard: (text: string) => void, failed: () => void) => NewsStream;
	readonly joinTabs: (heard: (message: unknown) => void) => Tabs;
	/** Leads when it is this tab's turn; what is answered gives the lead, or the place in the queue, up. */
	readonly leadInTurn: (lead: () => void) => () => void;
	readonly later: (milliseconds: number, work: () => void) => () => void;
	readonly report: (error: unknown) => void;
}

/** Milliseconds after which a page that was refused asks again, longer each time. */
const SHORTEST_PAUSE = 15_000;
const LONGEST_PAUSE = 300_000;

const ASKS_ALL = 'tell me all';

/**
 * Follows a conference's seats. One stream serves all tabs of a browser: the tab that leads opens it and
 * passes the news on. When it goes, the next one opens its own, and is told everything.
 */
export class SeatFollower {
	readonly #around: FollowerAround;
	readonly #hear: (news: SeatNews) => void;
	readonly #tabs: Tabs;
	readonly #giveUpLead: () => void;
	readonly #known: Record<string, ToldState> = {};
	#taken: SeatNews['taken'];
	#version = 0;
	#toAnswer: number | undefined;
	#stream: NewsStream | null = null;
	#pause = SHORTEST_PAUSE;
	#callOff: () => void = () => {};

	constructor(around: FollowerAround, hear: (news: SeatNews) => void) {
		this.#around = around;
		this.#hear = hear;
		this.#tabs = around.joinTabs((message) => this.#heardFromTab(message));
		this.#tabs.tell(ASKS_ALL);
		this.#giveUpLead = around.leadInTurn(() => this.#listen());
	}

	/** Ends it, so that another tab may lead. */
	leave(): void {
		this.#callOff();
		this.#stream?.close();
		this.#giveUpLead();
		this.#tabs.close();
	}

	#listen(): void {
		this.#stream = this.#around.open(
			(text) => this.#heardFromServer(text),
			() => this.#failed(),
		);
	}

	#heardFromServer(text: string): void {
		const read = newsIn(text);
		if (!read.success) {
			this.#around.report(read.error);
			return;
		}
		const news = read.data;
		Object.assign(this.#known, news.states);
		if (news.taken) this.#taken = { ...this.#taken, ...news.taken };
		this.#version = news.version;
		this.#toAnswer = news.toAnswer;
		this.#pause = SHORTEST_PAUSE;
		this.#hear(news);
		this.#tabs.tell(news);
	}

	#heardFromTab(message: unknown): void {
		if (message === ASKS_ALL) {
			// Before the first news there is nothing to tell: the answer would be taken for another set-up.
			if (this.#stream && this.#version > 0)
				this.#tabs.tell({
					whole: true,
					states: this.#known,
					version: this.#version,
					taken: this.#taken,
					toAnswer: this.#toAnswer,
				});
			return;
		}
		const read = seatNews.safeParse(message);
		if (read.success) this.#hear(read.data);
	}

	#failed(): void {
		if (!this.#stream?.hasEnded()) return;
		this.#callOff = this.#around.later(this.#pause, () => this.#listen());
		this.#pause = Math.min(2 * this.#pause, LONGEST_PAUSE);
	}
}

function newsIn(text: string): z.core.util.SafeParseResult<SeatNews> {
	try {
		return seatNews.safeParse(JSON.parse(text));
	} catch {
		return seatNews.safeParse(null);
	}
}
