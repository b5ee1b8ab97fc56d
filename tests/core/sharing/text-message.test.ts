// Sizes and alphabet: 3GPP TS 23.038 (6.2.1) and TS 23.040 (9.2.3.24.1), from memory.
import { expect, it } from 'vitest';
import { fittingText, textMessageSize } from '$lib/core/sharing/text-message';

it.each([
	['an empty text', '', 0, 1],
	['160 letters', 'a'.repeat(160), 160, 1],
	['one more', 'a'.repeat(161), 161, 2],
	['two joined, full', 'a'.repeat(306), 306, 2],
	['three joined', 'a'.repeat(307), 307, 3],
	['a euro takes two places', `${'a'.repeat(158)}€`, 160, 1],
	['brackets as well', `${'a'.repeat(158)}[]`, 162, 2],
	['é is in the alphabet, ê is not', 'é'.repeat(160), 160, 1],
	['70 of any', 'ê'.repeat(70), 70, 1],
	['71 of any', 'ê'.repeat(71), 71, 2],
	['one foreign letter makes all of it foreign', `${'a'.repeat(70)}ê`, 71, 2],
	['beyond the basic plane a character takes two', '😀'.repeat(35), 70, 1],
	['a typographic dash is foreign', 'a – b', 5, 1],
])('%s', (_, text, places, messages) => {
	expect(textMessageSize(text)).toEqual({ places, messages });
});

it('of several wordings the first that is one message is taken', () => {
	const [long, middle, short] = ['a'.repeat(161), 'ê'.repeat(71), 'b'] as const;
	expect(fittingText([long, middle, short])).toBe(short);
	expect(fittingText(['a'.repeat(160), short])).toBe('a'.repeat(160));
	expect(fittingText([long, middle])).toBe(middle);
});
