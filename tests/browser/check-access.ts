import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect } from './house';

/** Nothing that WCAG 2.2 AA forbids, as far as a program can tell, in either theme. */
export async function checkAccess(target: Page) {
	await target.emulateMedia({ reducedMotion: 'reduce' });
	for (const theme of ['hall', 'dusk']) {
		// Colours are measured once they have changed, not on the way.
		await target.evaluate(async (name) => {
			document.documentElement.dataset.theme = name;
			for (let frame = 0; frame < 3; frame++)
				await new Promise((resolve) => requestAnimationFrame(resolve));
			await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
		}, theme);
		// The second time the checker is there already.
		const axe = new AxeBuilder({ page: target, axeSource: theme === 'hall' ? undefined : 'axe' })
			// In the page itself, without one more that only adds up what several frames found.
			.setLegacyMode()
			// What is right is not told of: to name each element takes longer than to look at it.
			.options({ resultTypes: ['violations'] });
		// Another theme has other colours, and nothing else.
		if (theme === 'hall') axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']);
		else axe.withRules(['color-contrast', 'link-in-text-block']);
		const { violations } = await axe
			// The hundredth row of a list is made like the tenth.
			.exclude('tbody tr:nth-child(n + 12)')
			.exclude('.ruler .row:nth-child(n + 9)')
			.exclude('.board .row:nth-child(n + 8)')
			.analyze();
		expect(
			violations.map(
				({ id, nodes }) =>
					`${target.url()} ${theme} ${id}: ${nodes[0]?.html} ${nodes[0]?.failureSummary}`,
			),
		).toEqual([]);
	}
}
