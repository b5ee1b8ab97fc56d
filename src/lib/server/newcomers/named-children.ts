import { MOST_CHILDREN, type NamedChild } from '../../core/newcomers/newcomer';

/** The children that a form names: `child1-given`, `child1-family`, `child1-class`, and so on; empty lines are none. */
export function namedChildren(data: FormData): NamedChild[] {
	const typed = (at: number, what: string) => String(data.get(`child${at}-${what}`) ?? '').trim();
	return Array.from({ length: MOST_CHILDREN }, (_, index) => ({
		givenName: typed(index + 1, 'given'),
		familyName: typed(index + 1, 'family'),
		class: typed(index + 1, 'class'),
	})).filter((child) => child.givenName || child.familyName || child.class);
}
