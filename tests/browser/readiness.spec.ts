import { expect, phone, signIn, test } from './house';

test.use({ demoOf: 'readiness' });

const AT = '/office/winter-conferences';

test('readiness finds five things in the demo, each set aside with a word and put back', async ({
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	await expect(office.getByRole('link', { name: /Winter Conferences/ })).toContainText(
		'3 things wait for your answer',
	);
	await office.goto(`${demo.origin}${AT}/readiness`);
	const station = office.getByRole('link', { name: /^Readiness/ });
	await expect(station).toContainText('5 things to look at');
	await expect(office.getByRole('heading', { level: 2 })).toHaveText([
		'2 things keep families from booking as they should.',
		'These can wait',
	]);
	await expect(office.getByText(/^Dae-jung Pyo: at least \d+ slots are missing\./)).toBeVisible();

	const finding = office
		.getByRole('listitem')
		.filter({ hasText: /neither an e-mail address nor a telephone number/ })
		.last();
	await finding.getByText('Set aside').focus();
	await office.keyboard.press('Enter');
	await finding.getByRole('button', { name: 'Set it aside' }).click();
	await expect(finding.getByRole('alert')).toHaveText(/^Write a few words about why/);
	await finding.getByLabel('Why is this all right?').fill('They come in person.');
	await office.keyboard.press('Enter');
	await expect(office.getByText('Set aside: They come in person.')).toBeVisible();
	await expect(station).toContainText('4 things to look at');
	await office.getByRole('button', { name: 'Put it back on the list' }).click();
	await expect(station).toContainText('5 things to look at');

	// What belongs to the whole school leads back.
	await office.getByRole('link', { name: 'See the rooms' }).first().click();
	await office.getByRole('link', { name: 'Back to Winter Conferences' }).click();
	await expect(office.getByRole('heading', { name: 'Before families come' })).toBeVisible();
});

test('booking is paused with a word that families read; who has booked is told before it is withdrawn', async ({
	page: office,
	browser,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}${AT}/open`);
	const family = await phone(browser, demo.families.Gulzar);
	await expect(family.getByRole('button', { name: /^See / })).toBeVisible();
	await office.getByLabel('What families read meanwhile').fill('Some rooms change. Until six!');
	await office.getByRole('button', { name: 'Pause' }).click();
	await expect(office.getByText(/Families read: “Some rooms change/)).toBeVisible();
	await expect(family.getByText('Some rooms change. Until six!')).toBeVisible();
	await office.getByRole('button', { name: 'Resume booking' }).click();
	await expect(office.getByRole('heading', { name: 'Pause booking' })).toBeVisible();
	await expect(family.getByRole('button', { name: /^See / })).toBeVisible();

	await office.getByRole('button', { name: 'Unpublish' }).click();
	await expect(office.getByText(/^\d+ families have booked: .+ more\. Their/)).toBeVisible();
	await office.getByRole('button', { name: 'Not yet' }).click();
	await office.getByRole('button', { name: 'Unpublish' }).click();
	await office.getByRole('button', { name: 'Unpublish anyway' }).click();
	await office.getByRole('button', { name: 'Publish', exact: true }).click();
	await expect(office.getByText('Publish it as it is?')).toBeVisible();
	await office.getByRole('button', { name: 'Publish anyway' }).click();
	await expect(office.getByText(/^The conference is published\./)).toBeVisible();
	await office.goto(`${demo.origin}${AT}/readiness`);
	await expect(office.getByText('new since families were let in')).toHaveCount(0);
});
