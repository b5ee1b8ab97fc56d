import { expect, it } from 'vitest';
import { inPieces } from '$lib/ui/rules/in-pieces';

it.each([
	[
		'in the middle',
		(at: (name: string) => string) => `From ${at('a')} until ${at('b')}.`,
		'From |[a]| until |[b]|.',
	],
	[
		'in another order',
		(at: (name: string) => string) => `Until ${at('b')}, from ${at('a')}`,
		'Until |[b]|, from |[a]',
	],
	['at both ends', (at: (name: string) => string) => `${at('a')} and ${at('b')}`, '[a]| and |[b]'],
	['nowhere', () => 'As it is.', 'As it is.'],
])('a sentence with pieces %s', (_, says, parts) => {
	expect(
		inPieces(says)
			.map((part) => ('piece' in part ? `[${part.piece}]` : part.text))
			.join('|'),
	).toBe(parts);
});
