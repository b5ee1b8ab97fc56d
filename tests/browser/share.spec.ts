import jsQR from 'jsqr';
import type { Locator, Page } from '@playwright/test';
import { checkAccess } from './check-access';
import { expect, PHONE, signIn, test } from './house';

test.use({ demoOf: 'sharing' });

/** What a code says, read from its picture as it is on the screen by another library than the one that draws it. */
async function readCode(page: Page, code: Locator): Promise<string | undefined> {
	const picture = (await code.screenshot()).toString('base64');
	const { pixels, width, height } = await page.evaluate(async (base64) => {
		const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
		const image = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
		const canvas = new OffscreenCanvas(image.width, image.height).getContext('2d')!;
		canvas.drawImage(image, 0, 0);
		const { data, width, height } = canvas.getImageData(0, 0, image.width, image.height);
		return { pixels: [...data], width, height };
	}, picture);
	return jsQR(Uint8ClampedArray.from(pixels), width, height)?.data;
}

const copied = (page: Page) => page.evaluate(() => navigator.clipboard.readText());

test('the office hands round one address, as a code and in words, and sees who knows of it', async ({
	page,
	context,
	demo,
}) => {
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/share`);
	const code = page.getByRole('img', { name: `Square for the camera: opens ${demo.origin}` });
	await expect(code.locator('svg')).toBeVisible();
	expect(await readCode(page, code)).toBe(demo.origin);
	for (const [name, type] of [
		['Save as SVG for print', 'image/svg+xml'],
		['Save as PNG', 'image/png'],
	] as const) {
		const link = page.getByRole('link', { name }).first();
		await expect(link).toHaveAttribute('download', /\.(svg|png)$/);
		expect(await link.getAttribute('href')).toContain(`data:${type}`);
	}

	await page.getByRole('button', { name: 'Copy: E-mail to families' }).click();
	await expect(page.getByRole('button', { name: 'Copy: E-mail to families' })).toHaveText('copied');
	expect(await copied(page)).toMatch(/^Winter Conferences[^\n]*\n\nDear families,\n\n/);
	expect(await copied(page)).toContain(demo.origin);

	// The button as a picture, with its link for programs that show more than letters.
	await expect(page.getByRole('img', { name: 'Open my visit' })).toBeVisible();
	await page.getByRole('button', { name: 'Copy: The button as a picture' }).click();
	await expect.poll(() => copied(page)).toBe(demo.origin);
	const rich = await page.evaluate(async () => {
		const [item] = await navigator.clipboard.read();
		return (await item!.getType('text/html')).text();
	});
	expect(rich).toContain(`<a href="${demo.origin}`);
	expect(rich).toMatch(/<img src="data:image\/png;base64,.*alt="Open my visit"/);

	const message = page.getByRole('textbox', { name: 'Text message' });
	expect((await message.inputValue()).length).toBeLessThanOrEqual(160);
	expect(await message.inputValue()).toContain(demo.origin);
	await expect(page.getByText(/^\d+ characters, one message$/)).toBeVisible();
	await message.press('End');
	await message.pressSequentially(' 😀');
	await expect(page.getByText(/^\d+ characters, [23] messages$/)).toBeVisible();
	await page.getByRole('button', { name: 'Copy: Text message' }).click();
	await expect.poll(() => copied(page)).toContain('😀');

	const reached = page.getByText(/^\d+ of \d+ families ha/);
	const before = await reached.innerText();
	const [, known, all] = /^(\d+) of (\d+)/.exec(before)!.map(Number);
	expect(known).toBeLessThan(all!);
	await page.getByRole('link', { name: 'Invite them' }).click();
	await page.getByRole('button', { name: /^Send .*invitation/ }).click();
	await page.getByRole('group').getByRole('button', { name: /send/i }).click();
	await expect(page.getByRole('status').filter({ hasText: /message/i })).toBeVisible();
	await page.goto(`${demo.origin}/office/winter-conferences/share`);
	await expect(reached).not.toHaveText(before);
	await expect(page.getByRole('link', { name: 'Invite them' })).toHaveCount(0);
});

test('the guides bear this conference’s name, dates and pages, and fit on one sheet', async ({
	page,
	browser,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/share`);
	const sheets = async (target: Page) =>
		(await target.pdf({ format: 'A4' })).toString('latin1').match(/\/Type\s*\/Page\b/g)!.length;
	for (const [name, title, shown] of [
		['For families', 'How to book your visit', 'Take this visit'],
		['For teachers', 'Your part in the conference', 'Ivo Crane'],
	] as const) {
		await page.getByRole('link', { name: `Open the guide: ${name}` }).click();
		await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
		await expect(page.getByText(/^Winter Conferences: \w+/)).toBeVisible();
		await expect(page.locator('[inert]').getByText(shown).first()).toBeAttached();
		await checkAccess(page);
		expect(await sheets(page)).toBe(1);
		await page.goBack();
	}

	// A family gets there from its own page; the teachers' guide is none of its business.
	const family = await (await browser.newContext({ viewport: PHONE })).newPage();
	await family.goto(demo.families['Adeyemi-Holt']);
	await family.getByRole('link', { name: 'How booking works' }).click();
	await expect(family.getByRole('heading', { name: 'How to book your visit' })).toBeVisible();
	const width = await family.evaluate(() => document.documentElement.scrollWidth);
	expect(width).toBeLessThanOrEqual(PHONE.width);
	const refused = await family.goto(`${demo.origin}/guide/winter-conferences/teachers`);
	expect(refused?.status()).toBe(404);
});

test('a letter’s code leads to the page with the family’s own code filled in', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/letters`);
	await page.getByRole('button', { name: 'Show the letters' }).click();
	const letter = page.locator('.letter').first();
	const typed = await letter.locator('.code').innerText();
	await letter.locator('.square svg').scrollIntoViewIfNeeded();
	const address = await readCode(page, letter.locator('.square'));
	expect(address).toBeDefined();
	expect(new URL(address!).origin).toBe(demo.origin);
	expect(new URL(address!).searchParams.get('code')).toBe(typed.trim());
});

test('a desk that nobody else finds is reached by its own short address, after the code of a letter', async ({
	page: office,
	browser,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/winter-conferences/letters`);
	await office.getByRole('button', { name: 'Show the letters' }).click();
	const letter = office.locator('.letter').filter({ hasText: 'Leila Adeyemi-Holt' });
	const code = await letter.locator('.code').innerText();
	const [hidden, first] = ['Learning support', 'Nuala Brophy'];
	await office.goto(`${demo.origin}/office/winter-conferences/desks`);
	const row = office.locator('.ruler [role=row]').filter({ hasText: hidden });
	await row.getByRole('rowheader').getByText(hidden).click();
	await office.getByLabel('Families find it only by its own link').check();
	await expect(office.locator('[data-saving=saved]')).toBeVisible();
	await office.goto(`${demo.origin}/office/winter-conferences/share`);
	for (const name of [hidden, first]) {
		const choice = office.getByLabel('A short address for');
		const value = await choice.locator('option', { hasText: name }).first().getAttribute('value');
		await choice.selectOption(value);
		await office.getByRole('button', { name: 'Make it' }).click();
		await office.getByRole('group').filter({ hasText: name }).locator('summary').click();
		const square = office.getByRole('img', { name: /opens .*\/s\// }).last();
		await expect(square.locator('svg')).toBeVisible();
	}
	const addressOf = async (name: string) => {
		const text = await office.getByRole('group').filter({ hasText: name }).innerText();
		return demo.origin + /\/s\/[\w-]+/.exec(text)![0];
	};
	const square = office.getByRole('img', { name: /opens .*\/s\// }).first();
	expect(await readCode(office, square)).toMatch(/\/s\/(\w{3}-){2}\w{3}$/);

	const family = await (await browser.newContext({ viewport: PHONE })).newPage();
	await family.goto(await addressOf(first));
	await family.getByLabel('Code from your letter').fill(code);
	await family.getByRole('button', { name: 'Open my visit' }).click();
	await family.waitForURL('**/visit/winter-conferences?**desk=**');
	// Landed on that desk, with the other teachers one press away.
	const ticked = family.getByRole('checkbox', { checked: true });
	await expect(ticked).toHaveCount(1);
	await expect(family.getByRole('checkbox', { name: /Nuala Brophy/ })).toBeChecked();
	await expect(family.getByRole('checkbox', { name: new RegExp(hidden) })).toHaveCount(0);
	await family.getByRole('button', { name: 'Choose my other teachers, too' }).click();
	await expect.poll(() => ticked.count()).toBeGreaterThan(2);
	// Whoever was led there once is not led there again.
	await family.goto(`${demo.origin}/visit`);
	await expect(family).toHaveURL(/\/visit\/winter-conferences$/);

	await family.goto(await addressOf(hidden));
	await family.getByRole('radio', { name: 'Leila Adeyemi-Holt' }).check();
	await family.getByRole('button', { name: 'Choose a time' }).click();
	await family.waitForURL('**/visit/winter-conferences?**desk=**');
	await expect(family.getByRole('checkbox', { name: new RegExp(hidden) })).toBeChecked();

	const old = await addressOf(hidden);
	await office
		.getByRole('group')
		.filter({ hasText: hidden })
		.getByRole('button', { name: 'Replace it' })
		.click();
	await expect.poll(() => addressOf(hidden)).not.toBe(old);
	expect((await family.request.get(old)).status()).toBe(410);
});
