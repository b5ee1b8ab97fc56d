import { expect, linkOf, phone, ribbon, signIn, test, toSuggestions } from './house';

test.use({ demoOf: 'the path' });

test('the office sets up a conference, a family books, everybody sees it', async ({
	page,
	browser,
	demo,
}) => {
	await signIn(page, demo);
	await page.getByRole('link', { name: 'New conference' }).click();
	await page.getByLabel('Name of the conference').fill('Spring Evenings');
	await page.getByLabel('Length of an appointment').fill('10');
	const from = page.getByLabel('From', { exact: true }).first();
	const until = page.getByLabel('Until').first();
	await page.getByLabel('Date', { exact: true }).first().fill('2026-12-10');
	await from.fill('4pm');
	await until.fill('1700');
	await expect(page.getByText('6 slots for each desk')).toBeVisible();
	await page.getByRole('button', { name: 'Add a date or more hours' }).click();
	await page.getByLabel('Date', { exact: true }).nth(1).fill('2026-12-10');
	await page.getByLabel('From', { exact: true }).nth(1).fill('17.30');
	await page.getByLabel('Until').nth(1).fill('18:35');
	await expect(page.getByText('6 slots, 5 min left over')).toBeVisible();
	await expect(page.getByText('12 slots for each desk')).toBeVisible();
	await page.getByRole('button', { name: 'Create the conference' }).click();
	await page.waitForURL('**/spring-evenings/desks');
	await expect(page.locator('[data-saving=saved]')).toBeVisible();

	for (const teacher of ['Ines Amaral', 'Oskar Lindqvist', 'Nuala Brophy', 'Dae-jung Pyo'])
		await page.getByRole('checkbox', { name: teacher }).check();
	await page.getByRole('button', { name: 'Add', exact: true }).click();
	await expect(page.getByRole('status').getByText('Saved')).toBeVisible();
	await expect(page.getByText('4 desks, 48 slots')).toBeVisible();
	await page.getByRole('link', { name: /^Open/ }).click();
	// Nobody else's teachers are there yet: that is said, and asked about once.
	await page.getByRole('button', { name: 'Publish', exact: true }).click();
	await expect(page.getByText(/^Readiness has found \d+ things that keep families/)).toBeVisible();
	await page.getByRole('button', { name: 'Publish anyway' }).click();
	await expect(page.getByText('The conference is published.')).toBeVisible();

	// The Iwobis have the same four teachers to see.
	const iwobi = await linkOf(page, demo, 'Chidi Iwobi');
	const first = await phone(browser, demo.families['Adeyemi-Holt']);
	await expect(first.getByRole('heading', { name: 'Spring Evenings' })).toBeVisible();
	expect(new URL(first.url()).pathname).toBe('/visit/spring-evenings');
	await toSuggestions(first);
	const second = await phone(browser, iwobi);
	await toSuggestions(second);
	const wanted = await ribbon(first);
	expect(wanted).toHaveLength(4);
	const before = await ribbon(second);
	expect(before).toEqual(wanted);
	// A page that hears of nothing: its family will be too late.
	const late = await phone(browser, iwobi);
	await late.route('**/live/**', (route) => route.abort());
	await late.reload();
	await toSuggestions(late);
	expect(await ribbon(late)).toEqual(wanted);

	await page.goto(`${demo.origin}/office/spring-evenings/floor`);
	await expect(page.getByText('0 of 48 seats taken')).toBeVisible();
	const teacher = await browser.newPage();
	await teacher.goto(demo.teacher);
	await expect(teacher.getByText('0 of 12 booked')).toBeVisible();

	await first.getByRole('button', { name: 'Take this visit' }).click();
	await expect(first.getByText('Booked. This page is your visit from now on.')).toBeVisible();
	expect(await ribbon(first)).toEqual(wanted);

	// Nobody reloads: the other family, the office and the teacher see it by themselves. What the family looks
	// at stays where it is until it was seen what would come instead.
	const lost = second.getByRole('alert').filter({ hasText: 'No longer free' });
	for (const row of wanted) await expect(lost).toContainText(row.replace(' ', ' with '));
	expect(await ribbon(second)).toEqual(wanted);
	await expect(second.getByRole('button', { name: 'Take this visit' })).toBeDisabled();
	await second.getByRole('button', { name: 'Use this instead' }).click();
	await expect
		.poll(async () => (await ribbon(second)).filter((row) => wanted.includes(row)))
		.toEqual([]);
	await expect(second.getByRole('button', { name: 'Take this visit' })).toBeEnabled();
	await expect(page.getByText('4 of 48 seats taken')).toBeVisible();
	await expect(teacher.getByText('1 of 12 booked')).toBeVisible();
	await expect(teacher.getByText('Leila Adeyemi-Holt (8A)')).toBeVisible();
	await page
		.getByRole('link', { name: /, booked/ })
		.first()
		.click();
	await expect(page.getByRole('heading', { name: 'The whole visit' })).toBeVisible();
	await expect(page.locator('.sheet ol li')).toHaveCount(4);

	await late.getByRole('button', { name: 'Take this visit' }).click();
	const alert = late.getByRole('alert').first();
	await expect(alert).toContainText('Somebody was faster');
	for (const row of wanted) await expect(alert).toContainText(row.replace(' ', ' with '));
	expect(await ribbon(late)).toEqual(wanted);
	await late.getByRole('button', { name: 'Use this instead' }).click();
	await expect
		.poll(async () => (await ribbon(late)).filter((row) => wanted.includes(row)))
		.toEqual([]);
	expect(await ribbon(late)).toEqual(await ribbon(second));

	await second.getByRole('button', { name: 'Take this visit' }).click();
	await expect(second.getByText('Booked. This page is your visit from now on.')).toBeVisible();
	// The other adult of the family, whose page hears of nothing, is not told that it is lost.
	await late.getByRole('button', { name: 'Take this visit' }).click();
	await expect(late.getByText('Chidi Iwobi has just booked this.')).toBeVisible();
	expect(await ribbon(late)).toEqual(await ribbon(second));
	const [download] = await Promise.all([
		second.waitForEvent('download'),
		second.getByRole('link', { name: 'Save in my calendar' }).click(),
	]);
	expect(download.suggestedFilename()).toBe('spring-evenings.ics');
	await second.goto(iwobi);
	await expect(second.getByRole('heading', { name: 'Your visit' })).toBeVisible();

	for (const name of ['Adeyemi', 'Leila', 'Iwobi', 'Lindqvist', demo.email, 'Spring'])
		expect(demo.log()).not.toContain(name);
	expect(demo.log()).not.toMatch(/\/i\/[a-z2-7]/);
	expect(demo.log()).toContain('"route":"/visit/[address]"');
});

test('a family books in the times it can come, and the confirm pressed twice books once', async ({
	browser,
	page,
	demo,
}) => {
	await signIn(page, demo);
	const family = await phone(browser, await linkOf(page, demo, 'Dwight Boone'));
	await family.goto(`${demo.origin}/visit/winter-conferences`);
	await family
		.getByRole('checkbox', { name: /Physical education/ })
		.first()
		.uncheck();
	await family.getByRole('button', { name: /^See / }).click();
	await family.getByRole('button', { name: /^10:30–/ }).click();
	await family.getByRole('button', { name: 'Show my visit' }).click();
	await expect(family.getByText('Friday 4 December')).toBeVisible();
	for (const row of await ribbon(family)) expect(row >= '10:30').toBe(true);
	await family.goBack();
	await expect(family.getByRole('heading', { name: 'When can you come?' })).toBeVisible();
	await family.goForward();
	await expect(family.getByRole('button', { name: 'Take this visit' })).toBeVisible();
	await family.goBack();
	// Half typed, a time is none: the field stays open until it is one.
	await family.getByText('Set exact times').click();
	const from = family.getByLabel('Not before');
	await from.pressSequentially('10.45');
	await expect(from).toHaveValue('10.45');
	await from.press('Tab');
	await expect(from).toHaveValue('10:45');
	await family.getByRole('button', { name: 'Show my visit' }).click();
	await expect(family.getByRole('button', { name: 'Take this visit' })).toBeVisible();
	for (const row of await ribbon(family)) expect(row >= '10:45').toBe(true);
	await family.getByRole('button', { name: 'Take this visit' }).dblclick();
	await expect(family.getByRole('heading', { name: 'Your visit' })).toBeVisible();
	await expect(family.getByRole('heading', { name: 'Not booked yet' })).toBeVisible();
	const [row] = await demo.sql<{ acts: number }[]>`
		select count(*)::int as acts from act
		where kind = 'visit.booked' and actor_id = (select id from adult where family_name = 'Boone')`;
	expect(row!.acts).toBe(1);
});
