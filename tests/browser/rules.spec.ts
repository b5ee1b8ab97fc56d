import { expect, linkOf, phone, signIn, test } from './house';

test.use({ demoOf: 'rules' });

test('rules are sentences: set by mouse and by keyboard, kept, and obeyed by the family’s page', async ({
	page: office,
	browser,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/winter-conferences/rules`);
	const choice = (label: string) => office.getByLabel(label, { exact: true });
	const chosen = (label: string) => choice(label).locator('option:checked');

	await choice('Appointments of a child').selectOption({ label: '3 appointments at most' });
	await expect(chosen('Appointments of a child')).toHaveText('3 appointments at most');
	// Typed on the keyboard as in any list.
	await choice('Appointments of a family').focus();
	await office.keyboard.type('2 app');
	await office.keyboard.press('Enter');
	await expect(
		office.getByText('A family can book fewer appointments than one child.'),
	).toBeVisible();
	await expect(choice('Appointments of a family')).toHaveAttribute('aria-invalid', 'true');
	const station = office.getByRole('link', { name: /^Rules/ });
	await expect(station).toContainText('1 rule cannot work');
	await office.reload();
	await expect(chosen('Appointments of a family')).toHaveText('2 appointments at most');

	await office.getByText('Rules that few schools need').click();
	await choice('Last day that can be booked').selectOption({ label: 'Thursday 3 December' });
	await expect(chosen('Last day that can be booked')).toHaveText('Thursday 3 December');
	const link = await linkOf(office, demo, 'Farah Gulzar');
	const family = await phone(browser, link);
	await family.getByRole('button', { name: /^See / }).click();
	await family.getByRole('button', { name: /show my visit/i }).click();
	await expect(family.getByRole('button', { name: 'Take this visit' })).toBeVisible();
	await expect(family.locator('.ribbon [data-appointment], .ribbon li')).not.toHaveCount(0);

	await office.goto(`${demo.origin}/office/winter-conferences/rules`);
	const moment = office.getByRole('textbox', { name: 'When booking opens' });
	const saved = office.waitForResponse(/\/do\/basics\.save$/);
	await moment.fill('2026-11-27T18:00');
	await moment.blur();
	await saved;
	await family.reload();
	await expect(family.getByText(/Friday 27 November/).first()).toBeVisible();
});

test('every sentence is set by the keyboard alone, and by the mouse, and stays so', async ({
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/winter-conferences/rules`);
	const pieces = office.getByRole('main').locator('select');
	const unfold = () => office.getByText('Rules that few schools need').click();
	const values = () =>
		pieces.evaluateAll((all) => all.map((one) => (one as HTMLSelectElement).selectedIndex));
	const saved = () => office.waitForResponse(/\/do\/(rules|basics)\.save$/);
	await unfold();
	const count = await pieces.count();
	expect(count).toBeGreaterThan(12);
	for (const how of ['keyboard', 'mouse'] as const) {
		const before = await values();
		for (let index = 0; index < count; index++) {
			const piece = pieces.nth(index);
			const isFirst = before[index] === 0;
			const kept = saved();
			if (how === 'keyboard') {
				await piece.focus();
				await office.keyboard.press(isFirst ? 'ArrowDown' : 'ArrowUp');
				await office.keyboard.press('Enter');
			} else await piece.selectOption({ index: isFirst ? 1 : 0 });
			await kept;
		}
		const unchanged = async () =>
			(await values()).filter((value, index) => value === before[index]);
		await expect.poll(unchanged).toEqual([]);
		const after = await values();
		await office.reload();
		await unfold();
		expect(await values()).toEqual(after);
	}
});

test('a desk’s own rules are set on the ruler by mouse and by keyboard, for one desk and for two', async ({
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/winter-conferences/desks`);
	const desk = (name: string) => office.locator('[data-desk-name]', { hasText: name });
	const saved = () => office.waitForResponse(/\/do\/desks\.save$/);
	await desk('Nuala Brophy').click();
	let kept = saved();
	await office.getByLabel('On one day').selectOption({ label: '10 appointments at most' });
	await kept;
	await expect(desk('Nuala Brophy')).toContainText('at most 10 a day');
	kept = saved();
	// The list opens on what is chosen; one further down, and taken.
	await office.getByLabel('A long talk').focus();
	for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await office.keyboard.press(key);
	await kept;
	await expect(desk('Nuala Brophy')).toContainText('long talks');

	await office.getByLabel('Choose Nuala Brophy').check();
	await office.getByLabel('Choose Dae-jung Pyo').check();
	await expect(office.getByLabel('A long talk')).toHaveValue('-');
	kept = saved();
	await office
		.getByLabel('Bookings are')
		.selectOption({ label: 'a request until the teacher accepts' });
	await kept;
	await office.reload();
	await expect(desk('Dae-jung Pyo')).toContainText('by request');
	await expect(desk('Nuala Brophy')).toContainText('at most 10 a day');
	await office.goto(`${demo.origin}/office/winter-conferences/rules`);
	await expect(office.getByText(/^These desks have rules of their own: /)).toContainText(
		'Nuala Brophy',
	);
});
