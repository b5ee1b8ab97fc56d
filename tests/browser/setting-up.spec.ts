import { expect, phone, signIn, test } from './house';

test.use({ demoOf: 'setting up' });

test('the basics are saved as they are typed, and what cannot be kept says why', async ({
	page,
	browser,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/basics`);
	const saved = page.locator('[data-saving=saved]');
	await expect(saved).toBeVisible();
	await page.getByLabel('Message to families').fill('Come in by the main door.');
	await page.getByLabel('Note about keeping to time').fill('Please leave when the bell rings.');
	await expect(saved).toBeVisible();
	await page.getByLabel('Name of the conference').fill('');
	await expect(page.getByText('Give the conference a name.')).toBeVisible();
	await expect(page.getByText('Saved, except what is marked')).toBeVisible();
	await page.getByLabel('Name of the conference').fill('Winter Evenings');
	await expect(page.getByText('Saved, except what is marked')).toHaveCount(0);

	// The slots are counted while the hours are typed, and the usual slips are caught.
	const until = page.getByLabel('Until').nth(1);
	await until.fill('8');
	await expect(page.getByText('This ends before it starts.')).toBeVisible();
	await page.getByRole('button', { name: 'Did you mean 17:50–20:00?' }).click();
	await expect(page.getByText('11 slots', { exact: true })).toBeVisible();
	await until.press('ArrowUp');
	await expect(until).toHaveValue('20:05');
	await until.press('ArrowDown');
	await until.fill('half eight');
	await until.press('Tab');
	await expect(page.getByText('“half eight” is not a time.')).toBeVisible();
	await until.fill('8 pm');
	await until.press('Tab');
	await expect(until).toHaveValue('20:00');
	await page.getByLabel('Address for families').fill('Winter Evening!');
	await page.getByLabel('Address for families').press('Tab');
	await expect(page.getByText('An address can only have small letters')).toBeVisible();
	await page.getByRole('button', { name: 'winter-evening', exact: true }).click();
	await page.waitForURL('**/office/winter-evening/basics');

	// A term of weekly office hours: one entry, dates left out, the whole row removed at once.
	await page.getByRole('button', { name: 'Add weekly hours' }).click();
	await page.getByLabel('until', { exact: true }).fill('2027-01-28');
	await page.getByLabel('from', { exact: true }).fill('10.12.');
	await page.getByLabel('from', { exact: true }).press('Tab');
	await expect(page.getByLabel('from', { exact: true })).toHaveValue('Thu, 10 Dec 2026');
	await expect(page.getByText('8 dates, 40 slots')).toBeVisible();
	// A day is picked by the keyboard as well: the month opens at the day that is set.
	await page.getByRole('button', { name: 'until: pick a day' }).press('Enter');
	await expect(page.getByRole('button', { name: 'Thursday, 28 January 2027' })).toBeFocused();
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('ArrowUp');
	await page.keyboard.press('ArrowUp');
	await page.keyboard.press('Enter');
	await expect(page.getByLabel('until', { exact: true })).toHaveValue('Thu, 21 Jan 2027');
	await expect(page.getByRole('button', { name: 'until: pick a day' })).toBeFocused();
	await expect(page.getByText('7 dates, 35 slots')).toBeVisible();
	await page.getByLabel('until', { exact: true }).fill('some day');
	await page.getByLabel('until', { exact: true }).press('Enter');
	await expect(page.getByText('“some day” is not a date.')).toBeVisible();
	// The day that was set, picked once more, takes the place of what could not be read.
	await page.getByRole('button', { name: 'until: pick a day' }).press('Enter');
	await expect(page.getByRole('button', { name: 'Thursday, 21 January 2027' })).toBeFocused();
	await page.keyboard.press('Enter');
	await expect(page.getByLabel('until', { exact: true })).toHaveValue('Thu, 21 Jan 2027');
	await expect(page.getByText('“some day” is not a date.')).toHaveCount(0);
	await page.getByLabel('until', { exact: true }).fill('28 January');
	await page.getByLabel('until', { exact: true }).press('Enter');
	await expect(page.getByText('8 dates, 40 slots')).toBeVisible();
	await page.getByText('Leave out dates').click();
	await page.getByRole('button', { name: 'Thu 24 Dec' }).click();
	await expect(page.getByText('7 dates, 35 slots')).toBeVisible();
	await expect(saved).toBeVisible();

	await page.reload();
	await expect(page.getByLabel('Name of the conference')).toHaveValue('Winter Evenings');
	await expect(page.getByText('7 dates, 35 slots')).toBeVisible();
	await expect(saved).toBeVisible();
	await page.getByRole('button', { name: 'Remove the whole series' }).click();
	await expect(page.getByText('7 dates, 35 slots')).toHaveCount(0);
	await expect(saved).toBeVisible();

	const family = await phone(browser, demo.families.Gulzar);
	await family.goto(`${demo.origin}/visit/winter-evening`);
	await expect(family.getByText('Come in by the main door.')).toBeVisible();
});

test('a teacher proposes hours and blocks time from a phone, and the office takes it over', async ({
	page,
	browser,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-evening/basics`);
	await expect(page.locator('[data-saving=saved]')).toBeVisible();
	await page.getByLabel('propose hours and place').check();
	await expect(page.locator('[data-saving=saved]')).toBeVisible();

	const teacher = await phone(browser, demo.teacher);
	await teacher
		.getByRole('link', { name: /^Hours and place of/ })
		.first()
		.click();
	await teacher.getByLabel('From').first().fill('16:00');
	await teacher.getByLabel('From').first().press('Tab');
	await expect(teacher.getByText('6 slots, 10 min left over')).toBeVisible();
	await teacher.getByLabel('A note to the office').fill('My bus comes late.');
	await teacher.getByRole('button', { name: 'Propose this to the office' }).click();
	await expect(teacher.getByText('The office has your proposal.')).toBeVisible();

	const form = teacher.locator('form[action="?/block"]');
	await form.locator('[name=date]').fill('2026-12-04');
	await form.getByLabel('From').fill('9');
	await form.getByLabel('Until').fill('10');
	await form.getByRole('button', { name: 'Add' }).click();
	await expect(teacher.getByText('Friday 4 December, 09:00–10:00')).toBeVisible();
	await teacher.getByLabel('Calendar file').setInputFiles({
		name: 'own.ics',
		mimeType: 'text/calendar',
		buffer: Buffer.from('<html>no calendar</html>'),
	});
	await teacher
		.locator('form[action="?/calendarFile"]')
		.getByRole('button', { name: 'Add' })
		.click();
	await expect(teacher.getByRole('alert')).toContainText('There is no calendar at this address.');

	await page.goto(`${demo.origin}/office/winter-evening/desks`);
	await expect(page.getByText('My bus comes late.')).toBeVisible();
	await page.getByRole('button', { name: 'Accept' }).click();
	await expect(page.getByText('My bus comes late.')).toHaveCount(0);
	await expect(
		page.getByRole('button', { name: /^Oskar Lindqvist, Thursday 3 December, 16:00–17:20/ }),
	).toBeVisible();
});

test('rooms are kept as they are typed, and the next conference starts from this one', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/rooms`);
	await expect(page.locator('[data-saving=saved]')).toBeVisible();
	await page.getByLabel('Another room: Field Block').fill('Gannet Nest');
	await page.getByLabel('Another room: Field Block').press('Enter');
	await page.getByLabel('Minutes from Field Block to Lighthouse House').fill('6');
	await page.getByLabel('Minutes from Field Block to Lighthouse House').press('Tab');
	await page.getByRole('button', { name: 'Remove Net Loft' }).click();
	await expect(page.getByRole('alert')).toContainText('A desk or an appointment uses this room');
	await page.reload();
	await expect(page.getByLabel('Room', { exact: true }).nth(3)).toHaveValue('Gannet Nest');
	await expect(page.getByLabel('Minutes from Field Block to Lighthouse House')).toHaveValue('6');

	await page.goto(`${demo.origin}/office/new`);
	await page.getByLabel('Start from an earlier one:').selectOption({ index: 1 });
	await expect(
		page.getByLabel('New date instead of Thursday 3 December', { exact: true }),
	).toBeVisible();
	await page.getByLabel('Name of the conference').fill('Spring Evenings');
	await page
		.getByLabel('New date instead of Thursday 3 December', { exact: true })
		.fill('2027-03-18');
	await page
		.getByLabel('New date instead of Friday 4 December', { exact: true })
		.fill('2027-03-19');
	await page.getByRole('button', { name: 'Create the conference' }).click();
	await page.waitForURL('**/spring-evenings/desks');
	await expect(page.getByText('Thu 18 Mar')).toBeVisible();
	await expect(page.getByText(/^28 desks/).first()).toBeVisible();
});
