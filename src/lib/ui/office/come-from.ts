import { z } from 'zod/mini';

const KEY = 'ten-chairs-come-from';
const shape = z.object({ address: z.string(), name: z.string() });

/** The conference that somebody came from to what belongs to the whole school. */
export type ComeFrom = z.output<typeof shape>;

/** Keeps for this tab which conference somebody is at; a browser that keeps nothing leads nowhere back. */
export function keepComeFrom({ address, name }: ComeFrom): void {
	try {
		sessionStorage.setItem(KEY, JSON.stringify({ address, name }));
	} catch {
		// It may be switched off.
	}
}

/** The conference that somebody was at last in this tab, or `null`. */
export function comeFrom(): ComeFrom | null {
	try {
		const read = shape.safeParse(JSON.parse(sessionStorage.getItem(KEY) ?? 'null'));
		return read.success ? read.data : null;
	} catch {
		return null;
	}
}
