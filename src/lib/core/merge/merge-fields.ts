import { isSame } from './is-same';

/** Two editors set the same thing differently. `undefined`: taken away. */
export interface Collision {
	/** Which thing. */
	readonly path: string;
	readonly mine: unknown;
	readonly theirs: unknown;
}

export interface Merged<T> {
	readonly value: T;
	readonly collisions: readonly Collision[];
}

/**
 * Brings two changes of the same fields together: what only one editor changed is changed; what both
 * changed alike is changed; where they differ, theirs stays and the collision is told.
 */
export function mergeFields<T extends object>(base: T, mine: T, theirs: T): Merged<T> {
	const collisions: Collision[] = [];
	const value = { ...theirs };
	for (const key of Object.keys({ ...base, ...mine, ...theirs }) as (keyof T & string)[]) {
		if (isSame(mine[key], base[key]) || isSame(mine[key], theirs[key])) continue;
		if (isSame(theirs[key], base[key])) value[key] = mine[key];
		else collisions.push({ path: key, mine: mine[key], theirs: theirs[key] });
	}
	return { value, collisions };
}
