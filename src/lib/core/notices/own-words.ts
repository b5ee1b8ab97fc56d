import type { WordingPart } from './wording';

/** Facts that may stand in the school's own words, in braces. */
export const placeholders = ['name', 'school', 'conference', 'telephone'] as const;
export type Placeholder = (typeof placeholders)[number];

const BRACES = /\{([^{}]*)\}/g;

const isPlaceholder = (name: string): name is Placeholder =>
	(placeholders as readonly string[]).includes(name);

/** Whether everything in braces is known; a brace that stands alone is not. */
export const hasKnownPlaceholders = (text: string): boolean =>
	!/[{}]/.test(
		text.replaceAll(BRACES, (whole, name: string) => (isPlaceholder(name.trim()) ? '' : whole)),
	);

/** The school's own words with the facts in them. */
export const filledWords = (text: string, facts: Readonly<Record<Placeholder, string>>): string =>
	text.replaceAll(BRACES, (whole, name: string) => {
		const known = name.trim();
		return isPlaceholder(known) ? facts[known] : whole;
	});

/** A wording's parts with the school's own paragraphs in them: before what leads on, where the eye rests. */
export function withOwnWords(
	parts: readonly WordingPart[],
	paragraphs: readonly string[],
): WordingPart[] {
	const own = paragraphs
		.map((text) => text.trim())
		.filter(Boolean)
		.map((text) => ({ kind: 'words' as const, text }));
	const at = parts.findIndex(({ kind }) => kind === 'way' || kind === 'quiet');
	const before = at === -1 ? parts.length : at;
	return [...parts.slice(0, before), ...own, ...parts.slice(before)];
}
