import { BusyError } from './database/transaction';

/** What somebody is about: to finish a visit that has begun, or to look what there is. */
export type Step = 'finish' | 'look';

/** Whose visit it is about. */
export interface Passing {
	readonly step: Step;
	readonly conference: string;
	readonly family: string;
}

export interface GateLimits {
	/** Visits that are worked on at the same time, in all, at one conference, for one family. */
	readonly atOnce: number;
	readonly ofConference: number;
	readonly ofFamily: number;
	/** Milliseconds after which work no longer keeps others out: it waits for somebody. */
	readonly longestPlace: number;
	/** How much of such work there may be beside. */
	readonly mostOverdue: number;
	/** Milliseconds after which who waits is told that it is too busy. */
	readonly longestWait: number;
}

/** Enough to keep processor and database busy; the rest makes sure that nobody can stop everybody. */
export const GATE: GateLimits = {
	atOnce: 10,
	ofConference: 8,
	ofFamily: 2,
	longestPlace: 1000,
	mostOverdue: 16,
	longestWait: 30_000,
};

interface Waiting {
	readonly passing: Passing;
	readonly enter: () => void;
}

/**
 * Lets so much work run at once; the rest waits, and who finishes goes before who looks. In a rush
 * visits so come to their end on what was seen a moment ago, and few meet with somebody who was
 * faster, instead of all getting slower together. Neither one family nor one conference can fill it,
 * and work that is kept waiting by somebody's lock gives its place to others.
 */
export class Gate {
	readonly #waiting: Record<Step, Waiting[]> = { finish: [], look: [] };
	readonly #inside = new Map<string, number>();
	#running = 0;
	#overdue = 0;

	constructor(private readonly limits: GateLimits = GATE) {}

	/** Runs the work when it is its turn. Throws `BusyError` when that does not come in time. */
	async pass<T>(passing: Passing, work: () => Promise<T>): Promise<T> {
		if (this.#hasRoomFor(passing)) this.#enter(passing);
		else await this.#turn(passing);
		let isOverdue = false;
		const overdue = setTimeout(() => {
			if (this.#overdue >= this.limits.mostOverdue) return;
			isOverdue = true;
			this.#overdue++;
			this.#leave(passing);
		}, this.limits.longestPlace);
		try {
			return await work();
		} finally {
			clearTimeout(overdue);
			if (isOverdue) this.#overdue--;
			else this.#leave(passing);
		}
	}

	#turn(passing: Passing): Promise<void> {
		const queue = this.#waiting[passing.step];
		return new Promise((resolve, reject) => {
			const entry: Waiting = {
				passing,
				enter: () => {
					clearTimeout(tooLong);
					resolve();
				},
			};
			const tooLong = setTimeout(() => {
				queue.splice(queue.indexOf(entry), 1);
				reject(new BusyError('nobody was let in for too long'));
			}, this.limits.longestWait);
			queue.push(entry);
		});
	}

	#hasRoomFor({ conference, family }: Passing): boolean {
		const { atOnce, ofConference, ofFamily } = this.limits;
		return (
			this.#running < atOnce &&
			(this.#inside.get(`conference ${conference}`) ?? 0) < ofConference &&
			(this.#inside.get(`family ${family}`) ?? 0) < ofFamily
		);
	}

	#enter(passing: Passing): void {
		this.#running++;
		this.#count(passing, 1);
	}

	/** Gives the place to the first for whom there is room, before anybody can slip in. */
	#leave(passing: Passing): void {
		this.#running--;
		this.#count(passing, -1);
		for (const queue of [this.#waiting.finish, this.#waiting.look]) {
			const index = queue.findIndex((entry) => this.#hasRoomFor(entry.passing));
			if (index < 0) continue;
			const [next] = queue.splice(index, 1);
			this.#enter(next!.passing);
			next!.enter();
			return;
		}
	}

	#count({ conference, family }: Passing, change: 1 | -1): void {
		for (const name of [`conference ${conference}`, `family ${family}`]) {
			const inside = (this.#inside.get(name) ?? 0) + change;
			if (inside > 0) this.#inside.set(name, inside);
			else this.#inside.delete(name);
		}
	}
}
