import { MOST_CHILDREN, NO_CLASS, type NamedChild } from '../../core/newcomers/newcomer';

/**
 * The children that a form names: `child1-given`, `child1-family`, `child1-class`, and so on; empty lines are none.
 * A class that was not chosen is missing, which is something else than none of the school's.
 */
export function namedChildren(
	data: FormData,
): (Omit<NamedChild, 'class'> & { class: string | undefined })[] {
	const typed = (at: number, what: string) => String(data.get(`child${at}-${what}`) ?? '').trim();
	return Array.from({ length: MOST_CHILDREN }, (_, index) => {
		const chosen = typed(index + 1, 'class');
		const label = chosen === NO_CLASS ? '' : chosen;
		return {
			givenName: typed(index + 1, 'given'),
			familyName: typed(index + 1, 'family'),
			class: chosen === '' ? undefined : label,
		};
	}).filter((child) => child.givenName || child.familyName || child.class !== undefined);
}
