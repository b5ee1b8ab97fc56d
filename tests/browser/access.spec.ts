import type { Page } from '@playwright/test';
import { checkAccess } from './check-access';
import { expect, linkOf, phone, signIn, test, type SeededHouse } from './house';

/** Addresses outside of this server that the pages ask for. */
function foreignRequests(page: Page, demo: SeededHouse): string[] {
	const foreign: string[] = [];
	page.context().on('request', (request) => {
		if (!request.url().startsWith(demo.origin) && !request.url().startsWith('data:'))
			foreign.push(request.url());
	});
	return foreign;
}

test('the office’s pages of a conference are accessible, in both themes, and ask nobody else for anything', async ({
	page,
	demo,
}) => {
	const foreign = foreignRequests(page, demo);
	await page.goto(demo.origin);
	await checkAccess(page);
	await page.goto(`${demo.origin}/sign-in`);
	await checkAccess(page);
	await signIn(page, demo);
	await checkAccess(page);
	for (const path of [
		'new',
		'rooms',
		'winter-conferences/basics',
		'winter-conferences/desks',
		'winter-conferences/rules',
		'winter-conferences/questions',
		'winter-conferences/try',
		'winter-conferences/readiness',
		'winter-conferences/open',
		'winter-conferences/share',
		'winter-conferences/families',
		'winter-conferences/notices',
		'winter-conferences/outbox',
		'winter-conferences/to-answer',
		'winter-conferences/happened',
		'winter-conferences/sheets',
	]) {
		await page.goto(`${demo.origin}/office/${path}`);
		await checkAccess(page);
		if (path.endsWith('rules')) {
			await page
				.getByRole('button', { name: /pick a day$/ })
				.first()
				.click();
			await expect(page.getByRole('grid')).toBeVisible();
			await checkAccess(page);
		}
		if (!path.endsWith('desks')) continue;
		await page.locator('.bar').first().click();
		await expect(page.getByLabel('Break from')).toBeVisible();
		await checkAccess(page);
	}
	expect(foreign).toEqual([]);
});

test('the floor is accessible, in both themes, with its sheet and without', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/floor`);
	await checkAccess(page);
	await page.locator('a.seat').first().focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('ArrowDown');
	await expect(page.locator('.sheet')).toBeVisible();
	await checkAccess(page);
	await page
		.getByRole('link', { name: /, free/ })
		.first()
		.click();
	await expect(page.getByRole('searchbox', { name: 'Which family?' })).toBeVisible();
	await checkAccess(page);
	await page.getByLabel('Find anybody (F2)').fill('gulzar');
	await page.getByRole('option', { name: /Gulzar/ }).click();
	await expect(page.getByRole('button', { name: /^Book these/ })).toBeVisible();
	await checkAccess(page);
});

test('families’ and teachers’ pages are accessible, in both themes, and ask nobody else for anything', async ({
	page,
	browser,
	demo,
}) => {
	const foreign = foreignRequests(page, demo);
	await signIn(page, demo);
	const family = await phone(browser, await linkOf(page, demo, 'Farah Gulzar'));
	await checkAccess(family);
	await family.getByRole('button', { name: /^See / }).click();
	await checkAccess(family);
	await family.getByRole('button', { name: /show my visit/i }).click();
	await expect(family.getByRole('button', { name: 'Take this visit' })).toBeVisible();
	await checkAccess(family);
	await page.goto(demo.teacher);
	await checkAccess(page);
	await page
		.getByRole('link', { name: /^Hours and place of/ })
		.first()
		.click();
	await expect(page.getByRole('heading', { name: 'Calendars and hours off' })).toBeVisible();
	await checkAccess(page);
	expect(foreign).toEqual([]);
});

test('the pages of the register are accessible, in both themes, and ask nobody else for anything', async ({
	page,
	demo,
}) => {
	const foreign = foreignRequests(page, demo);
	await signIn(page, demo);
	for (const list of [
		'lists',
		'teachers',
		'students',
		'families',
		'classes',
		'interpreters',
		'school',
	]) {
		await page.goto(`${demo.origin}/office/people/${list}`);
		await checkAccess(page);
		const line = page.locator('tbody th a').first();
		if (!(await line.count())) continue;
		await line.click();
		await page.waitForURL(/people\/\w+\/[\w-]+$/);
		await checkAccess(page);
	}
	for (const path of ['office/people/accounts', 'office/people/teachers/new', 'account', 'door']) {
		await page.goto(`${demo.origin}/${path}`);
		await checkAccess(page);
	}
	expect(foreign).toEqual([]);
});
