import { readFileSync } from 'node:fs';

/** What an open stream stands on, by the row that lets in; it ends when that changes or goes. */
export type Ground =
	`${'session' | 'account' | 'invitation' | 'family-code' | 'adult-code' | 'adult' | 'person'}:${string}`;

/** Whose stream it is. */
export interface StreamTicket {
	readonly grounds: readonly Ground[];
	/** The client's address; a whole school may share one. */
	readonly address: string;
	/** The instant at which it ends by itself, in milliseconds, or `null`. */
	readonly until: number | null;
}

export interface StreamLimits {
	/** Of one way in: the tabs and devices of a person. */
	readonly visitor: number;
	readonly address: number;
	readonly process: number;
}

/** Why one more stream is too many. */
export type StreamRefusal = keyof StreamLimits;

interface OpenStream {
	readonly ticket: StreamTicket;
	readonly close: () => void;
}

/** The streams that this process has open, found by what they stand on. */
export class OpenStreams {
	readonly #open = new Set<OpenStream>();
	readonly #byGround = new Map<Ground, Set<OpenStream>>();
	readonly #byAddress = new Map<string, number>();

	constructor(private readonly limits: StreamLimits) {}

	/** Whether one more would be too many, and of what. */
	refusal({ grounds, address }: StreamTicket): StreamRefusal | null {
		if (this.#open.size >= this.limits.process) return 'process';
		if ((this.#byAddress.get(address) ?? 0) >= this.limits.address) return 'address';
		const isFull = (ground: Ground) =>
			(this.#byGround.get(ground)?.size ?? 0) >= this.limits.visitor;
		return grounds.some(isFull) ? 'visitor' : null;
	}

	/** Takes a stream in; returns how to forget it. `close` is called once at the most. */
	add(ticket: StreamTicket, close: () => void): () => void {
		const stream = { ticket, close };
		const { grounds, address } = ticket;
		this.#open.add(stream);
		this.#byAddress.set(address, (this.#byAddress.get(address) ?? 0) + 1);
		for (const ground of grounds) {
			const known = this.#byGround.get(ground) ?? new Set();
			this.#byGround.set(ground, known.add(stream));
		}
		return () => this.#forget(stream);
	}

	/** Ends all streams that stand on something. */
	endThoseOn(ground: Ground): void {
		for (const stream of [...(this.#byGround.get(ground) ?? [])]) this.#end(stream);
	}

	/** Ends all; the pages come back by themselves, and are asked again who they are. */
	endAll(): void {
		for (const stream of [...this.#open]) this.#end(stream);
	}

	#end(stream: OpenStream): void {
		this.#forget(stream);
		stream.close();
	}

	#forget(stream: OpenStream): void {
		if (!this.#open.delete(stream)) return;
		const { grounds, address } = stream.ticket;
		const left = (this.#byAddress.get(address) ?? 1) - 1;
		if (left > 0) this.#byAddress.set(address, left);
		else this.#byAddress.delete(address);
		for (const ground of grounds) {
			const known = this.#byGround.get(ground);
			known?.delete(stream);
			if (known?.size === 0) this.#byGround.delete(ground);
		}
	}
}

/** File handles that a process keeps for its database, its files and requests that end. */
const KEPT_HANDLES = 256;

/** How many streams a process can hold beside what it needs otherwise, by its limit of file handles. */
export function streamsThatFit(wanted: number): number {
	const handles = softLimitOfHandles();
	return handles === null ? wanted : Math.max(1, Math.min(wanted, handles - KEPT_HANDLES));
}

/** Linux says it of each process; elsewhere there is no telling. */
function softLimitOfHandles(): number | null {
	try {
		const limits = readFileSync('/proc/self/limits', 'utf8');
		const [, soft] = /\nMax open files\s+(\d+)/.exec(limits) ?? [];
		return soft === undefined ? null : Number(soft);
	} catch {
		return null;
	}
}
