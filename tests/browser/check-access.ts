import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type axe from 'axe-core';
import { expect } from './house';

/** The checker itself. What its package for Playwright does around it takes longer than to check a page. */
const CHECKER = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const STANDARD = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] } as const;
/** What another theme can change: it has other colours, and nothing else. */
const COLOURS = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } as const;

/** The hundredth row of a list is made like the tenth. */
const ALIKE = [
	'tbody tr:nth-child(n + 12)',
	'.ruler .row:nth-child(n + 9)',
	'.board .row:nth-child(n + 8)',
];

/** Nothing that WCAG 2.2 AA forbids, as far as a program can tell, in either theme. */
export async function checkAccess(target: Page): Promise<void> {
	await target.emulateMedia({ reducedMotion: 'reduce' });
	await bringChecker(target);
	for (const theme of ['hall', 'dusk']) {
		// Colours are measured once they have changed, not on the way.
		await target.evaluate(async (name) => {
			document.documentElement.dataset.theme = name;
			for (let frame = 0; frame < 3; frame++)
				await new Promise((resolve) => requestAnimationFrame(resolve));
			await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
		}, theme);
		expect(await faults(target, theme === 'hall' ? STANDARD : COLOURS)).toEqual([]);
	}
}

/** Words and links that can be told from what is behind and beside them, in the colours that the page has now. */
export async function checkColours(target: Page): Promise<void> {
	await bringChecker(target);
	expect(await faults(target, COLOURS)).toEqual([]);
}

async function bringChecker(target: Page): Promise<void> {
	for (const frame of target.frames()) await frame.evaluate(CHECKER);
}

/** What the checker finds, a sentence for each rule. */
const faults = (target: Page, rules: typeof STANDARD | typeof COLOURS): Promise<string[]> =>
	target.evaluate(
		async ({ alike, runOnly }) => {
			const checker = (window as unknown as { axe: typeof axe }).axe;
			const { violations } = await checker.run(
				{ exclude: alike },
				// What is right is not told of: to name each element takes longer than to look at it.
				{ runOnly: runOnly as unknown as axe.RunOnly, resultTypes: ['violations'] },
			);
			const theme = document.documentElement.dataset.theme ?? 'the reader’s theme';
			return violations.map(
				({ id, nodes }) =>
					`${location.href} ${theme} ${id}: ${nodes[0]?.html} ${nodes[0]?.failureSummary}`,
			);
		},
		{ alike: ALIKE, runOnly: rules },
	);
