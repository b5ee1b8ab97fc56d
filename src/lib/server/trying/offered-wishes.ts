import { v5 } from 'uuid';
import type { StoredWish } from '../visits/family-facts';
import { standingOf, type DerivedWish } from '../visits/derive-wishes';

/** Identifiers of what exists only while a page is tried: the same again each time that it is made. */
const TRIED = '6f0d3b54-8e0c-4d43-9b57-0c9d7a2f5c11';
export const triedId = (name: string): string => v5(name, TRIED);

/** What would be offered to a family, as if it were stored. */
export const offeredWish = (wish: DerivedWish): StoredWish => ({
	id: triedId([wish.familyId, wish.studentId, ...wish.desks].join(' ')),
	student: wish.studentId,
	desks: wish.desks,
	...standingOf(wish),
	length: 1,
	must: false,
	words: '',
});
