import jsQR from 'jsqr';
import type { Locator, Page } from '@playwright/test';
import { expect, signIn, test } from './house';

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
		const link = page.getByRole('link', { name });
		await expect(link).toHaveAttribute('download', /\.(svg|png)$/);
		expect(await link.getAttribute('href')).toContain(`data:${type}`);
	}

	await page.getByRole('button', { name: 'Copy: E-mail to families' }).click();
	await expect(page.getByRole('button', { name: 'Copy: E-mail to families' })).toHaveText('copied');
	expect(await copied(page)).toMatch(/^Winter Conferences[^\n]*\n\nDear families,\n\n/);
	expect(await copied(page)).toContain(demo.origin);

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
