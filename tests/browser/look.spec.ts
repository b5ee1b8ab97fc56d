import { checkColours } from './check-access';
import { expect, linkOf, phone, signIn, test } from './house';

test.use({ demoOf: 'the school’s look' });

const logo = (colour: string) => ({
	name: 'logo.svg',
	mimeType: 'image/svg+xml',
	buffer: Buffer.from(
		`<svg xmlns="http://www.w3.org/2000/svg" width="90" height="60" onload="document.title = 'run'"><script>document.title = 'run'</script><path d="M0 0h90v60H0z" fill="${colour}"/></svg>`,
	),
});

test('a school’s colour, logo and words are seen while they are typed, and then by families', async ({
	page,
	browser,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/people/school`);
	const looks = page.locator('section', { hasText: 'How outsiders see it' });
	const colour = page.getByLabel('School colour', { exact: true });

	await colour.fill('yellow');
	await page.getByLabel('Words of welcome').fill('Tea is in the hall.');
	await page.getByRole('button', { name: 'Save' }).click();
	await expect(page.getByRole('alert')).toContainText('Write the colour as # and six signs');
	await expect(page.getByLabel('Words of welcome')).toHaveValue('Tea is in the hall.');

	await colour.fill('#FFD200');
	await expect(page.getByText(/This colour would be hard to read by day/)).toBeVisible();
	await expect(looks.getByText('Tea is in the hall.')).toHaveCount(3);
	await page.getByRole('button', { name: 'Save' }).click();
	await expect(page.getByText('Saved.', { exact: true })).toBeVisible();

	// What is typed and not saved yet stays while a logo is given.
	const hours = page.getByLabel('When the office answers');
	await hours.fill('Mornings only');
	const file = page.getByLabel('Logo', { exact: true });
	await file.setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: Buffer.from('no') });
	await page.getByRole('button', { name: 'Use this logo' }).click();
	await expect(page.getByText('cannot read this as a picture')).toBeVisible();
	const before = await page.locator('img[src^="/logo/"]').first().getAttribute('src');
	await file.setInputFiles(logo('#0b2545'));
	await page.getByRole('button', { name: 'Use this logo' }).click();
	await expect(page.locator('img[src^="/logo/"]').first()).not.toHaveAttribute('src', before!);
	await expect(hours).toHaveValue('Mornings only');

	const family = await phone(browser, await linkOf(page, demo, 'Farah Gulzar'));
	await expect(family.getByText('Tea is in the hall.')).toBeVisible();
	await expect(family.getByText('12 Harbour Road')).toBeVisible();
	const shown = family.locator('header img');
	await expect(shown).toHaveJSProperty('naturalWidth', 360);
	expect(await family.title()).not.toBe('run');
	const button = family.getByRole('button', { name: /^See / });
	// By day a darker yellow, in the dark the school's own.
	await expect(button).toHaveCSS('background-color', 'rgb(125, 102, 0)');
	for (const colorScheme of ['light', 'dark'] as const) {
		await family.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
		await expect(button).toHaveCSS(
			'background-color',
			colorScheme === 'dark' ? 'rgb(255, 210, 0)' : 'rgb(125, 102, 0)',
		);
		await checkColours(family);
	}

	await page.goto(`${demo.origin}/office/people/school`);
	await page.getByRole('button', { name: 'Remove the logo' }).click();
	await expect(page.getByText('The logo has been removed.')).toBeVisible();
	await family.reload();
	await expect(family.locator('header svg')).toBeVisible();
	await expect(shown).toHaveCount(0);
});
