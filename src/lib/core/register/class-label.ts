import { plainText } from './plain-text';

/** How a class's label is compared: `7 A` and `7a` are one. */
export const plainLabel = (label: string): string => plainText(label).replaceAll(' ', '');

/** The number that a class's label begins with: 7 of `7A`; `null` where there is none. */
const numberOf = (label: string): string | null => /^\d{1,2}(?!\d)/.exec(label.trim())?.[0] ?? null;

/**
 * The year group of a student whose list gives none: it follows the class. `before` is what is known so far.
 * A year group that is called like the class goes on being called so; one with the class's number gets the
 * number of the new one (`Grade 8` of `8A` becomes `Grade 9` in `9A`); of a new student it is the class's
 * number, or its label where there is none.
 */
export function yearOfClass(
	label: string,
	before: { readonly yearGroup: string; readonly label: string | null },
): string {
	const number = numberOf(label);
	if (before.yearGroup === '') return number ?? label;
	if (before.label === null || plainLabel(before.label) === plainLabel(label))
		return before.yearGroup;
	if (plainLabel(before.yearGroup) === plainLabel(before.label)) return label;
	const was = numberOf(before.label);
	return number && was
		? before.yearGroup.replace(new RegExp(`(?<!\\d)${was}(?!\\d)`), number)
		: before.yearGroup;
}
