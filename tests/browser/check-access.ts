import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type axe from 'axe-core';
import { expect } from './house';

/** The checker itself. What its package for Playwright does around it takes longer than to check a page. */
const CHECKER = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const STANDARD = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] } as const;
/** Another theme has other colours, and nothing else. */
const COLOURS = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } as const;
const THEMES = [
	{ theme: 'hall', runOnly: STANDARD },
	{ theme: 'dusk', runOnly: COLOURS },
] as const;

/** The hundredth row of a list is made like the tenth. */
const ALIKE = [
	'tbody tr:nth-child(n + 12)',
	'.ruler .row:nth-child(n + 9)',
	'.board .row:nth-child(n + 8)',
];

/** Nothing that WCAG 2.2 AA forbids, as far as a program can tell, in either theme. */
export async function checkAccess(target: Page) {
	await target.emulateMedia({ reducedMotion: 'reduce' });
	await target.evaluate(CHECKER);
	const violations = await target.evaluate(
		async ([themes, alike]) => {
			const checker = (window as unknown as { axe: typeof axe }).axe;
			const found: string[] = [];
			for (const { theme, runOnly } of themes) {
				// Colours are measured once they have changed, not on the way.
				document.documentElement.dataset.theme = theme;
				for (let frame = 0; frame < 3; frame++)
					await new Promise((resolve) => requestAnimationFrame(resolve));
				await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
				const { violations } = await checker.run(
					{ exclude: alike },
					// What is right is not told of: to name each element takes longer than to look at it.
					{ runOnly: runOnly as unknown as axe.RunOnly, resultTypes: ['violations'] },
				);
				for (const { id, nodes } of violations)
					found.push(`${theme} ${id}: ${nodes[0]?.html} ${nodes[0]?.failureSummary}`);
			}
			return found;
		},
		[THEMES, ALIKE] as const,
	);
	expect(violations.map((violation) => `${target.url()} ${violation}`)).toEqual([]);
}
