import { getContext, setContext } from 'svelte';
import type { PageLook } from '../../core/look/school-look';

const KEY = Symbol('look');

/** Says to all components within how the school looks. */
export const setLook = (look: () => PageLook | null): void => void setContext(KEY, look);

/** How the school looks to whoever is asked around here; `null`: there is none yet. */
export function lookAround(): () => PageLook | null {
	return (getContext(KEY) as (() => PageLook | null) | undefined) ?? (() => null);
}
