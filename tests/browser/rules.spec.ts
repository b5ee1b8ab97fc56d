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
