import axe from 'axe-core';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { contrastOf } from '$lib/core/look/contrast';
import { hexOf, oklchOf, type Hex } from '$lib/core/look/oklch';
import { schoolColours, THEMES, type Theme } from '$lib/core/look/school-colours';

/** What the checker of pages reckons with: another program, and within it a library of colours. */
interface AxeColour {
	parseHexString(hex: string): void;
}
const { Color, getContrast } = (
	axe.commons as unknown as {
		readonly color: {
			readonly Color: new () => AxeColour;
			getContrast(one: AxeColour, other: AxeColour): number;
		};
	}
).color;
const by = (hex: Hex) => {
	const colour = new Color();
	colour.parseHexString(hex);
	return colour;
};

const anyColour = fc
	.integer({ min: 0, max: 0xffffff })
	.map((number): Hex => `#${number.toString(16).padStart(6, '0')}`);

/** Colours as schools have them, light and garish ones among them. */
const SCHOOLS: readonly Hex[] = [
	...(['#4f6b2a', '#0b2545', '#7a0019', '#ffd200', '#ff6f00', '#00a651', '#39ff14'] as const),
	...(['#ff00ff', '#00ffff', '#ffff00', '#f5f5dc', '#ffc0cb', '#e6e6fa', '#c0c0c0'] as const),
	...(['#000000', '#ffffff', '#808080', '#5b2c83', '#87ceeb', '#b8860b'] as const),
];

describe('contrast', () => {
	it('is what another program reckons', () => {
		fc.assert(
			fc.property(anyColour, anyColour, (one, other) => {
				expect(contrastOf(one, other)).toBeCloseTo(getContrast(by(one), by(other)), 2);
			}),
		);
	});

	it('is 21 for black on white, and the same colour has 1 (WCAG 2.2)', () => {
		expect(contrastOf('#000000', '#ffffff')).toBe(21);
		expect(contrastOf('#767676', '#767676')).toBe(1);
	});
});

describe('a colour by lightness, chroma and hue', () => {
	it('is what CSS Color 4 says of red (from memory)', () => {
		const { lightness, chroma, hue } = oklchOf('#ff0000');
		expect(lightness).toBeCloseTo(0.62796, 4);
		expect(chroma).toBeCloseTo(0.25768, 4);
		expect((hue * 180) / Math.PI).toBeCloseTo(29.234, 2);
	});

	it('comes back as it was', () => {
		fc.assert(fc.property(anyColour, (colour) => hexOf(oklchOf(colour)) === colour));
	});
});

describe('a school’s colour', () => {
	const themes = Object.keys(THEMES) as Theme[];

	it.each(SCHOOLS)('%s can be read in either theme, and words on it', (colour) => {
		for (const theme of themes) {
			const shown = schoolColours(colour)[theme];
			const { sheet, ground, onColour } = THEMES[theme];
			for (const other of [sheet, ground, onColour])
				expect(
					getContrast(by(shown), by(other)),
					`${theme}: ${shown} and ${other}`,
				).toBeGreaterThanOrEqual(4.5);
		}
	});

	it('is left alone where it can be read, and keeps its hue where it cannot', () => {
		expect(schoolColours('#4f6b2a').hall).toBe('#4f6b2a');
		expect(schoolColours('#0b2545').hall).toBe('#0b2545');
		fc.assert(
			fc.property(anyColour, (colour) => {
				const own = oklchOf(colour);
				for (const theme of themes) {
					const shown = oklchOf(schoolColours(colour)[theme]);
					// Near black, white and grey the hue is anything.
					if (own.chroma < 0.05 || shown.chroma < 0.05) continue;
					expect(Math.cos(shown.hue - own.hue)).toBeGreaterThan(0.98);
				}
			}),
		);
	});

	it('stands on what the style sheet paints', () => {
		const css = readFileSync('src/app.css', 'utf8');
		for (const theme of themes) {
			const [, block = ''] = new RegExp(`name: '${theme}';([^}]*)}`).exec(css)!;
			const { sheet, ground, onColour, usual } = THEMES[theme];
			expect(block).toContain(`--color-base-100: ${sheet};`);
			expect(block).toContain(`--color-base-200: ${ground};`);
			expect(block).toContain(`--color-primary: var(--school-${theme}, ${usual});`);
			expect(block).toContain(`--color-primary-content: ${onColour};`);
		}
	});
});
