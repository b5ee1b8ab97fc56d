import { getContext, setContext } from 'svelte';
import type { Letters } from '../parts/letters';

/** What a seat on the board stands for while something is being moved or swapped. */
export interface Lit {
	/** What choosing it does, in a few words. */
	readonly text: string;
	/** Something else would change with it. */
	readonly isWithOthers: boolean;
	readonly act: () => void;
}

/** Which appointment seats are lit up for, and whether to move it or to swap it. */
export interface Lighting {
	readonly appointment: string;
	readonly kind: 'move' | 'swap';
}

/** What the board and the sheet beside it know of each other. */
export class FloorState {
	#lit = $state.raw<Readonly<Record<string, Lit>>>({});
	/** What seats are lit up for, also where none is. */
	lighting = $state.raw<Lighting | null>(null);
	/** How many seats stand for something, on all dates. */
	readonly litCount = $derived.by(() => Object.keys(this.#lit).length);
	/** The slots of the family that is looked at, in order of time. */
	way = $state.raw<readonly string[]>([]);
	/** Slots that were chosen together, besides the one that is open. */
	chosen = $state.raw<readonly string[]>([]);
	/** What letters do for the open seat. */
	letters = $state.raw<Letters>({});
	/** Seats are to be moved by dragging the open one. */
	isDraggable = $state(false);
	/** Begins a move, as by dragging. */
	startMove: () => void = () => {};

	/** Chooses one more seat, or one less. */
	toggle(slot: string): void {
		this.chosen = this.chosen.includes(slot)
			? this.chosen.filter((other) => other !== slot)
			: [...this.chosen, slot];
	}

	/** Lights up the seats to which an appointment can go, or with which it can be swapped, by slot id. */
	light(lighting: Lighting, seats: readonly (readonly [slot: string, lit: Lit])[]): void {
		this.lighting = lighting;
		this.#lit = Object.fromEntries(seats);
	}

	/** What a seat stands for. */
	litAt(slot: string): Lit | undefined {
		return this.#lit[slot];
	}

	/** Nothing is being moved any more. */
	putOut(): void {
		this.lighting = null;
		this.#lit = {};
	}

	/** Another seat is opened, or none: what belonged to the last one is over. */
	clear(): void {
		this.putOut();
		this.way = [];
		this.letters = {};
		this.isDraggable = false;
		this.startMove = () => {};
	}
}

const KEY = Symbol('floor');

/** The state of the floor that is being made, for all inside it. */
export const keepFloorState = (): FloorState => setContext(KEY, new FloorState());

export const floorState = (): FloorState => getContext<FloorState>(KEY);
