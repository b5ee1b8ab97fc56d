/** A pipe of a network; `flow` is what runs through it. */
export interface Pipe {
	readonly from: number;
	readonly to: number;
	readonly capacity: number;
	flow: number;
}

/**
 * A network of pipes with one source and one sink, through which as much is sent as fits: E. A. Dinic's
 * method of blocking flows (1970), levels first and then depth, with whole numbers. After `fill` no path
 * with room is left from the source to the sink, so what the source still reaches is a smallest cut
 * (Ford and Fulkerson, 1956).
 */
export class Network {
	readonly source = 0;
	readonly sink = 1;
	/** Pipes in pairs: behind each the one back. */
	readonly #pipes: Pipe[] = [];
	readonly #out: number[][] = [[], []];

	node(): number {
		return this.#out.push([]) - 1;
	}

	pipe(from: number, to: number, capacity: number): Pipe {
		const pipe = { from, to, capacity, flow: 0 };
		this.#out[from]!.push(this.#pipes.push(pipe) - 1);
		this.#out[to]!.push(this.#pipes.push({ from: to, to: from, capacity: 0, flow: 0 }) - 1);
		return pipe;
	}

	/** Sends as much as fits from source to sink, and answers how much that is. */
	fill(): number {
		let total = 0;
		for (;;) {
			const level = this.#levels(this.source);
			if (level[this.sink] === -1) return total;
			const next = new Array<number>(this.#out.length).fill(0);
			for (;;) {
				const sent = this.#send(this.source, Infinity, level, next);
				if (sent === 0) break;
				total += sent;
			}
		}
	}

	/** Whether a node can still be reached, by pipes with room, from another one; not by way of the source. */
	reachedFrom(node: number): (other: number) => boolean {
		const level = this.#levels(node);
		return (other) => level[other] !== -1;
	}

	#room(index: number): number {
		const { capacity, flow } = this.#pipes[index]!;
		return capacity - flow;
	}

	/** How many pipes with room it takes from a node to each; -1: it cannot be reached. */
	#levels(from: number): Int32Array {
		const level = new Int32Array(this.#out.length).fill(-1);
		level[from] = 0;
		const queue = [from];
		for (let at = 0; at < queue.length; at++) {
			const node = queue[at]!;
			for (const index of this.#out[node]!) {
				const { to } = this.#pipes[index]!;
				if (level[to] !== -1 || to === this.source || this.#room(index) <= 0) continue;
				level[to] = level[node]! + 1;
				queue.push(to);
			}
		}
		return level;
	}

	#send(node: number, most: number, level: Int32Array, next: number[]): number {
		if (node === this.sink) return most;
		const out = this.#out[node]!;
		for (; next[node]! < out.length; next[node]!++) {
			const index = out[next[node]!]!;
			const { to } = this.#pipes[index]!;
			const room = this.#room(index);
			if (room <= 0 || level[to] !== level[node]! + 1) continue;
			const sent = this.#send(to, Math.min(most, room), level, next);
			if (sent === 0) continue;
			this.#pipes[index]!.flow += sent;
			this.#pipes[index ^ 1]!.flow -= sent;
			return sent;
		}
		return 0;
	}
}
