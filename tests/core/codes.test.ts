// The theorem behind the check sign is that of ISO/IEC 7064's pure systems, quoted from memory; here it is tried
// on every single slip of a code rather than believed.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CODE_SIGNS, codeFrom, readCode } from '$lib/core/codes';

const codes = fc.bigInt({ min: 0n, max: 2n ** 64n - 1n }).map(codeFrom);
const plain = (code: string) => code.replaceAll('-', '');

describe('a code for paper', () => {
	it('is three groups of three signs, and reads as itself', () => {
		fc.assert(
			fc.property(codes, (code) => {
				expect(code).toMatch(/^(\w{3}-){2}\w{3}$/);
				expect(readCode(code)).toBe(code);
			}),
		);
	});

	it('is found to be wrong with any one sign wrong, and with any two changed', () => {
		fc.assert(
			fc.property(codes, (code) => {
				const signs = [...plain(code)];
				for (const [index, right] of signs.entries())
					for (const wrong of CODE_SIGNS)
						if (wrong !== right) expect(readCode(signs.with(index, wrong).join(''))).toBeNull();
				for (let i = 0; i < signs.length; i++)
					for (let j = i + 1; j < signs.length; j++)
						if (signs[i] !== signs[j])
							expect(readCode(signs.with(i, signs[j]!).with(j, signs[i]!).join(''))).toBeNull();
			}),
			{ numRuns: 40 },
		);
	});

	it('is read whatever its case, spaces and look-alikes', () => {
		const code = codeFrom(123_456_789_012_345n);
		const lookAlike: Record<string, string> = {
			2: 'z',
			5: 's',
			6: 'g',
			8: 'b',
			D: 'o',
			7: 'l',
			M: 'n',
			V: 'u',
		};
		const misread = [...code].map((sign) => lookAlike[sign] ?? sign).join('');
		for (const typed of [
			...[code.toLowerCase(), plain(code), ` ${code.replaceAll('-', ' ')} `],
			...[code.replaceAll('-', '–'), misread, [...plain(code)].join('.')],
		])
			expect(readCode(typed), typed).toBe(code);
	});

	it.each(['', '234', 'ABCDEFGHIJ', '234-567-89é', '234 567 892 3'])('"%s" is none', (typed) =>
		expect(readCode(typed)).toBeNull(),
	);
});
