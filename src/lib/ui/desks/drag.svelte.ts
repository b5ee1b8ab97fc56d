/* eslint-disable svelte/prefer-svelte-reactivity -- bars are told by themselves, not through a map */
import type { LocalDate } from '$lib/core/time/local-of';
import type { Stretch } from '$lib/core/time/stretch';
import { barKey, type BarRef } from './bar-key';
import { draggedTo, drawnTo, minuteAt, type Dragged, type DragMode, type Track } from './dragged';
import type { DateAxis } from './ruler-axis';

/** What is drawn new on a desk's empty time. */
export interface Drawn extends Stretch {
	readonly desk: string;
	readonly date: LocalDate;
}

const THRESHOLD = 3;

/** Shows a bar where it would be; `null`: where it is. */
type ShowPreview = (stretch: Stretch | null) => void;

/**
 * Dragging on the ruler. While the hand moves, only the bars that move are told, one by one: a frame
 * costs the same however many desks there are. Nothing is changed before the hand lets go.
 */
export class RulerDrag {
	drawn = $state.raw<Drawn | null>(null);
	isDragging = $state(false);

	#frame = 0;
	readonly #bars = new Map<string, ShowPreview>();
	readonly #previews = new Map<string, Stretch>();

	/** A bar says how it is shown elsewhere. Returns how to take that back. */
	register(key: string, show: ShowPreview): () => void {
		this.#bars.set(key, show);
		return () => {
			if (this.#bars.get(key) === show) this.#bars.delete(key);
		};
	}

	#preview(key: string, stretch: Stretch): void {
		const shown = this.#previews.get(key);
		if (shown && shown.start === stretch.start && shown.end === stretch.end) return;
		this.#previews.set(key, stretch);
		this.#bars.get(key)?.(stretch);
	}

	#clear(): void {
		for (const key of this.#previews.keys()) this.#bars.get(key)?.(null);
		this.#previews.clear();
	}

	/** Follows the pointer from a bar. `done` gets the new stretches, or is not called for a mere click. */
	dragBars(
		event: PointerEvent,
		mode: DragMode,
		bars: readonly Dragged[],
		axis: DateAxis,
		done: (moved: readonly { ref: BarRef; to: Stretch }[]) => void,
	): void {
		const track = trackOf(event);
		if (!track) return;
		this.#follow(event, {
			move: (pixels, isFine) => {
				for (const { ref, to } of draggedTo(bars, mode, { pixels, isFine }, track, axis))
					this.#preview(barKey(ref), to);
			},
			end: () => {
				const moved = bars.flatMap(({ ref }) => {
					const to = this.#previews.get(barKey(ref));
					return to ? [{ ref, to }] : [];
				});
				this.#clear();
				if (moved.length) done(moved);
			},
			cancel: () => this.#clear(),
		});
	}

	/** Draws a new sitting on empty time. */
	draw(
		event: PointerEvent,
		cell: { readonly desk: string; readonly others: readonly Stretch[] },
		axis: DateAxis,
		done: (drawn: Drawn) => void,
	): void {
		const track = trackOf(event);
		if (!track) return;
		const first = minuteAt(event.clientX, track, axis);
		this.#follow(event, {
			move: (pixels) => {
				const to = drawnTo(first, pixels, cell.others, track, axis);
				this.drawn = to && { desk: cell.desk, date: axis.date, ...to };
			},
			end: () => {
				const { drawn } = this;
				this.drawn = null;
				if (drawn) done(drawn);
			},
			cancel: () => (this.drawn = null),
		});
	}

	#follow(
		down: PointerEvent,
		on: {
			readonly move: (pixels: number, isFine: boolean) => void;
			readonly end: () => void;
			readonly cancel: () => void;
		},
	): void {
		let last = down;
		const apply = () => {
			this.#frame = 0;
			const pixels = last.clientX - down.clientX;
			if (!this.isDragging && Math.abs(pixels) < THRESHOLD) return;
			this.isDragging = true;
			on.move(pixels, last.altKey);
		};
		const move = (event: PointerEvent) => {
			if (event.pointerId !== down.pointerId) return;
			last = event;
			this.#frame ||= requestAnimationFrame(apply);
		};
		const stop = () => {
			cancelAnimationFrame(this.#frame);
			this.#frame = 0;
			removeEventListener('pointermove', move);
			removeEventListener('pointerup', up);
			removeEventListener('pointercancel', cancel);
			removeEventListener('keydown', key);
		};
		const up = (event: PointerEvent) => {
			if (event.pointerId !== down.pointerId) return;
			last = event;
			apply();
			stop();
			const wasDragging = this.isDragging;
			this.isDragging = false;
			if (wasDragging) on.end();
		};
		const cancel = () => {
			stop();
			this.isDragging = false;
			on.cancel();
		};
		const key = (event: KeyboardEvent) => {
			if (event.key === 'Escape') cancel();
		};
		addEventListener('pointermove', move);
		addEventListener('pointerup', up);
		addEventListener('pointercancel', cancel);
		addEventListener('keydown', key);
	}
}

/** The track under the pointer, and which way time runs on it. */
function trackOf(event: PointerEvent): Track | null {
	const track = (event.currentTarget as Element).closest('[data-track]');
	if (!track) return null;
	const box = track.getBoundingClientRect();
	const isMirrored = getComputedStyle(track).direction === 'rtl';
	return {
		begin: isMirrored ? box.right : box.left,
		width: box.width,
		sign: isMirrored ? -1 : 1,
	};
}
