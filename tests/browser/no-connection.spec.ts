import type { Page } from '@playwright/test';
import { expect, linkOf, phone, PHONE, ribbon, signIn, test, toSuggestions } from './house';

test.use({ demoOf: 'no connection' });

const kept = (page: Page) => page.evaluate(() => caches.has('kept-visits'));

/** The worker is at work, with the page that it shows, and the visit is kept. */
async function ready(page: Page) {
	await expect
		.poll(() =>
			page.evaluate(async () => {
				const names = await caches.keys();
				return !!navigator.serviceWorker.controller && names.some((name) => /^shell/.test(name));
			}),
		)
		.toBe(true);
	await expect.poll(() => kept(page)).toBe(true);
}

async function book(page: Page) {
	await toSuggestions(page);
	await page.getByRole('button', { name: 'Take this visit' }).click();
	await expect(page.getByText('Booked. This page is your visit from now on.')).toBeVisible();
}

test('without a connection the visit stays readable on the phone, and is thrown away when somebody leaves', async ({
	browser,
	demo,
}) => {
	const page = await phone(browser, demo.families['Adeyemi-Holt']);
	await book(page);
	await ready(page);
	const booked = await ribbon(page);

	await page.context().setOffline(true);
	await page.reload();
	await expect(page.getByText('No connection. This is your visit as it was on')).toBeVisible();
	expect(await ribbon(page)).toEqual(booked);
	await page.locator('.appointment').first().getByRole('button').click();
	await expect(page.getByText(/^About /).first()).toBeVisible();
	await expect(page.getByRole('button', { name: 'Move', exact: true })).toHaveCount(0);
	// No page of the family's is kept, only facts and a page of nobody's.
	const pages = await page.evaluate(async () => {
		const store = await caches.open((await caches.keys()).find((name) => /^shell/.test(name))!);
		return (await store.match('/visit/kept'))!.text();
	});
	expect(pages).not.toContain('Leila');

	// It turns into the real one by itself.
	await page.context().setOffline(false);
	await expect(page.getByRole('button', { name: 'Cancel the whole visit' })).toBeVisible();
	await page.getByRole('button', { name: 'This is not my phone: sign out' }).click();
	await expect(page.getByLabel('Code from your letter')).toBeVisible();
	expect(await kept(page)).toBe(false);
	await page.context().setOffline(true);
	await page.goto(`${demo.origin}/visit/winter-conferences`);
	await expect(page.getByText('This phone has nothing of your visit.')).toBeVisible();
});

test('a link that is good no more, and a code that was typed, leave nothing on the phone', async ({
	browser,
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	const page = await phone(browser, await linkOf(office, demo, 'Farah Gulzar'));
	await book(page);
	await ready(page);
	await demo.sql`update invitation set version = version + 1 where adult_id =
		(select id from adult where email = 'farah.gulzar@post.example')`;
	await page.reload();
	await expect(page.getByRole('heading', { name: /link/ })).toBeVisible();
	await expect.poll(() => kept(page)).toBe(false);

	await office.goto(`${demo.origin}/office/winter-conferences/letters`);
	await office.getByRole('button', { name: 'Show the letters' }).click();
	const letter = office.locator('.letter').filter({ hasText: 'Noor' });
	const code = await letter.locator('.code').first().innerText();
	const shared = await (await browser.newContext({ viewport: PHONE })).newPage();
	await shared.goto(demo.origin);
	await shared.getByLabel('Code from your letter').fill(code);
	await shared.getByRole('button', { name: 'Open my visit' }).click();
	await expect(shared.locator('.appointment').first()).toBeVisible();
	expect(await kept(shared)).toBe(false);
	expect(await shared.evaluate(() => navigator.serviceWorker.getRegistration('/visit/'))).toBe(
		undefined,
	);
});
