import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect, PHONE, signIn, test } from './house';

test.use({ demoOf: 'the school’s own site' });

/** A site that is not ours, with some HTML in its only page. */
async function openSite(html: () => string) {
	const site = createServer((_, response) => {
		response.setHeader('content-type', 'text/html; charset=utf-8');
		response.end(`<!doctype html><title>The school</title><h1>Our school</h1>${html()}`);
	});
	await new Promise<void>((resolve) => site.listen(0, '127.0.0.1', resolve));
	return {
		origin: `http://127.0.0.1:${(site.address() as AddressInfo).port}`,
		close: () => new Promise((resolve) => site.close(resolve)),
	};
}

test('a site that the office named shows a conference, and a family goes on outside of the frame', async ({
	page: office,
	browser,
	demo,
}) => {
	let html = '';
	const named = await openSite(() => html);
	const other = await openSite(() => html);
	try {
		await signIn(office, demo);
		await office.goto(`${demo.origin}/office/winter-conferences/letters`);
		await office.getByRole('button', { name: 'Show the letters' }).click();
		const letter = office.locator('.letter').filter({ hasText: 'Leila Adeyemi-Holt' });
		const code = await letter.locator('.code').innerText();
		await office.goto(`${demo.origin}/office/winter-conferences/share`);
		const sites = office.getByLabel('Sites that may show the frame');
		await sites.fill('http://school.example');
		await office.getByRole('button', { name: 'Save the sites' }).click();
		await expect(office.getByText('Each must work with https.')).toBeVisible();
		await expect(sites).toHaveValue('http://school.example');
		await sites.fill(`www.school.example\n${named.origin}/parents`);
		await office.getByRole('button', { name: 'Save the sites' }).click();
		await expect(sites).toHaveValue(`https://www.school.example\n${named.origin}`);
		html = await office
			.getByRole('region', { name: /^A frame/ })
			.locator('pre')
			.innerText();

		const reader = await (await browser.newContext({ viewport: PHONE })).newPage();
		await reader.goto(named.origin, { waitUntil: 'commit' });
		const frame = reader.frameLocator('iframe');
		await expect(frame.getByRole('heading', { name: 'Winter Conferences' })).toBeVisible();
		await expect(frame.getByText('You can book now.')).toBeVisible();
		// As high as what is in it, on a telephone and on a narrower one.
		const isWhole = () =>
			expect
				.poll(async () => {
					const [outside, inside] = await Promise.all([
						reader.locator('iframe').evaluate((shown) => shown.clientHeight),
						frame
							.locator('main')
							.evaluate((content) => Math.ceil(content.getBoundingClientRect().height)),
					]);
					return outside - inside;
				})
				.toBe(0);
		await isWhole();
		await reader.setViewportSize({ width: 240, height: 800 });
		await isWhole();
		// Nothing but the language is remembered before a family opens its own page.
		const names = (await reader.context().cookies()).map(({ name }) => name);
		expect(names.filter((name) => name !== 'ten-chairs-language')).toEqual([]);

		await frame.getByLabel('Code from your letter').fill('222-222-222');
		await frame.getByRole('button', { name: 'Open my visit' }).click();
		await reader.waitForURL(`${demo.origin}/**`);
		await expect(reader.getByRole('alert').first()).toContainText('This code is not right.');
		await reader.goBack({ waitUntil: 'commit' });
		await frame.getByLabel('Code from your letter').fill(code);
		await frame.getByRole('button', { name: 'Open my visit' }).click();
		await reader.waitForURL(`${demo.origin}/visit/winter-conferences`);
		await expect(reader.getByText('Leila').first()).toBeVisible();

		// Another site gets nothing from the browser, and nobody gets a page of the office's.
		const stranger = await (await browser.newContext()).newPage();
		const refusals: string[] = [];
		stranger.on('console', (message) => refusals.push(message.text()));
		await stranger.goto(other.origin, { waitUntil: 'commit' });
		await expect.poll(() => refusals.join('\n')).toMatch(/frame-ancestors/);
		await expect(stranger.frameLocator('iframe').getByRole('heading')).toHaveCount(0);
		html = `<iframe src="${demo.origin}/sign-in"></iframe>`;
		refusals.splice(0);
		await stranger.goto(named.origin, { waitUntil: 'commit' });
		await expect.poll(() => refusals.join('\n')).toMatch(/frame-ancestors/);

		// Without a site there is no page for frames at all.
		await sites.fill('');
		await office.getByRole('button', { name: 'Save the sites' }).click();
		await expect(office.getByText('Say below which sites may show it')).toBeVisible();
		expect((await reader.request.get(`${demo.origin}/frame/winter-conferences`)).status()).toBe(
			404,
		);
	} finally {
		await named.close();
		await other.close();
	}
});
