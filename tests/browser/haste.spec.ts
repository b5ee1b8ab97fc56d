import { expect, signIn, test } from './house';

test.use({ demoOf: 'haste' });

/** As a window of 1280 by 720 is at 200 %. */
const TWICE = { width: 640, height: 360 };

test('what takes long says so, and pressed twice it is sent once', async ({ page, demo }) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/open`);
	let sent = 0;
	await page.route('**/open?/withdraw', async (route) => {
		sent++;
		await new Promise((resolve) => setTimeout(resolve, 1200));
		await route.continue();
	});
	const button = page.getByRole('button', { name: 'Unpublish', exact: true });
	await button.dblclick();
	await expect(page.getByText('Working …')).toBeVisible();
	await expect(button).toHaveAttribute('aria-busy', 'true');
	await button.click({ force: true });
	await expect(page.getByRole('button', { name: 'Unpublish anyway' })).toBeVisible();
	await expect(page.getByText('Working …')).toHaveCount(0);
	expect(sent).toBe(1);
});

test('a step without a connection leaves the page as it is, and says why', async ({
	page,
	context,
	complaints,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/desks`);
	await expect(page.locator('[data-saving=saved]')).toBeVisible();
	await context.setOffline(true);
	await page.getByRole('link', { name: /^Floor/ }).click();
	await expect(page.getByText('You are offline, so this page stays as it is')).toBeVisible();
	await expect(page.locator('.ruler')).toBeVisible();
	await context.setOffline(false);
	await expect(page.getByText('You are offline')).toHaveCount(0);

	// The browser thinks that it has a connection, and the server cannot be reached.
	await page.route('**/__data.json*', (route) => route.abort());
	await page.getByRole('link', { name: /^Floor/ }).click();
	await expect(page.getByText('We cannot reach the school’s server')).toBeVisible();
	await expect(page.getByText('Internal Error')).toHaveCount(0);
	// That nothing came back is what was asked for.
	expect(complaints.filter((text) => !/ERR_(INTERNET_DISCONNECTED|FAILED)/.test(text))).toEqual([]);
	complaints.length = 0;
});

test('at 200 % the work comes first, the menu folds, and a panel opens where it is seen', async ({
	page,
	demo,
}) => {
	await page.setViewportSize(TWICE);
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/floor`);
	await expect(page.getByRole('heading', { level: 1 })).toBeInViewport();
	const floor = page.getByRole('link', { name: /^Floor/ });
	await expect(floor).toBeHidden();
	await page.getByRole('button', { name: 'Floor' }).click();
	await expect(floor).toBeVisible();
	await page.getByRole('link', { name: /^Desks/ }).click();
	await page.waitForURL('**/desks');
	await expect(page.getByRole('link', { name: /^Desks/ })).toBeHidden();
	await page.locator('.ruler .bar').first().scrollIntoViewIfNeeded();
	await page.locator('.ruler .bar').first().click();
	await expect(page.locator('aside.sheet').getByRole('heading').first()).toBeInViewport();
});

test('while the ruler is scrolled sideways its hours stay beside the names', async ({
	page,
	demo,
}) => {
	await page.setViewportSize({ width: 440, height: 700 });
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/desks`);
	await expect(page.locator('.ruler .bar').first()).toBeVisible();
	const scroll = page.locator('.desks .scroll');
	const scrolled = () =>
		scroll.evaluate((box) => {
			box.scrollLeft = 120;
			return [box.scrollLeft, box.scrollWidth, box.clientWidth].join();
		});
	await expect.poll(scrolled).toMatch(/^(9\d|1[0-2]\d),/);
	// What is seen above the end of the names is the corner, not an hour that was scrolled there.
	const seen = await scroll.evaluate((box) => {
		const { left, top } = box.getBoundingClientRect();
		return document.elementFromPoint(left + 200, top + 12)!.closest('.corner') !== null;
	});
	expect(seen).toBe(true);
});
