import type { FrameLocator, Page } from '@playwright/test';
import { wholeDatabaseOf } from '../whole-database';
import { expect, phone, signIn, test, toSuggestions, type SeededHouse } from './house';

test.use({ demoOf: 'trying', viewport: { width: 1440, height: 1000 } });

const AT = '/office/winter-conferences';
const shown = (page: Page, which: string): FrameLocator =>
	page.frameLocator(`iframe[title="${which}"]`);

/** The whole database, without what runs by itself: of the messages on their way how many there are, but for the office's summary of each day. */
async function wholeOf({ sql }: SeededHouse): Promise<Record<string, string>> {
	const whole = Object.entries(await wholeDatabaseOf(sql)).filter(
		([name]) => !name.startsWith('graphile_worker') && name !== 'public.notice',
	);
	const [notices] = await sql<{ count: string }[]>`
		select count(*)::text from notice where kind <> 'office-day'`;
	return Object.fromEntries([...whole, ['notices', notices!.count]]);
}

test('the office books, moves, takes back and cancels as a family; nothing is sent, nothing is kept', async ({
	page: office,
	browser,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}${AT}/try`);
	const onPhone = shown(office, 'On a phone');
	const wide = shown(office, 'On a wide screen');
	await expect(onPhone.getByRole('button', { name: /^See \d/ })).toBeVisible();
	const before = await wholeOf(demo);
	const asked: string[] = [];
	office.on('request', (request) => {
		if (request.method() !== 'GET') asked.push(request.url());
	});

	await onPhone.getByRole('button', { name: /^See \d/ }).click();
	await onPhone.getByRole('button', { name: /show my visit/i }).click();
	await onPhone.getByRole('button', { name: 'Take this visit' }).click();
	await expect(onPhone.getByText(/Booked\. This page/)).toBeVisible();
	// The page beside it is the same family's.
	await expect(wide.locator('.appointment')).toHaveCount(3);

	const first = wide.locator('.appointment').first();
	const time = await first.locator('time').first().textContent();
	await first.getByRole('button').first().click();
	await wide.getByRole('button', { name: 'Move', exact: true }).click();
	await wide.locator('.time').first().click();
	await wide.getByRole('button', { name: /^Move to / }).click();
	await expect(wide.getByText(/Moved\. This is/)).toBeVisible();
	await expect(onPhone.locator('.appointment')).toHaveCount(3);

	await wide.getByRole('button', { name: 'Undo' }).click();
	await expect(first.locator('time').first()).toHaveText(time!);
	await wide.getByRole('button', { name: 'Cancel the whole visit' }).click();
	await wide.getByRole('button', { name: 'Yes, cancel' }).click();
	await expect(onPhone.locator('.appointment')).toHaveCount(0);

	// What would lead away is stopped, and says so.
	await onPhone.getByRole('link', { name: 'Your details and this link' }).click();
	await expect(onPhone.getByText(/^That would lead away/)).toBeVisible();

	expect(asked).toEqual([]);
	expect(await wholeOf(demo)).toEqual(before);

	// A family that books meanwhile is in nobody's way.
	const family = await phone(browser, demo.families.Gulzar);
	await expect(family.getByRole('button', { name: /^See / })).toBeVisible();
	await family.context().close();
});

test('it shows each moment, and any family by its name', async ({ page: office, demo }) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}${AT}/try`);
	const onPhone = shown(office, 'On a phone');
	await office.getByRole('link', { name: /^Before it opens/ }).click();
	await expect(onPhone.getByText(/You can book from/)).toBeVisible();
	await office.getByRole('link', { name: /^While it is open/ }).click();
	await expect(onPhone.getByRole('button', { name: /^See \d/ })).toBeVisible();

	await office.getByRole('combobox', { name: 'Try it as one of your families' }).fill('adeyemi');
	await office.getByRole('option').first().click();
	await expect(onPhone.getByText('Who would you like to see?')).toBeVisible();
	await office.getByRole('link', { name: 'Back to the made-up family' }).click();
	await expect(onPhone.getByText('Robin')).toBeVisible();
});

test('no other page of the office stands in a frame, and none of another site’s', async ({
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	for (const [address, policy] of [
		[`${AT}/try/page`, "frame-ancestors 'self'"],
		[`${AT}/try`, "frame-ancestors 'none'"],
		[`${AT}/floor`, "frame-ancestors 'none'"],
	] as const) {
		const answer = await office.request.get(`${demo.origin}${address}`);
		expect(answer.headers()['content-security-policy']).toContain(policy);
	}
});

test('from nothing to a trial run with a colleague, wiped in one act, and a conference removed', async ({
	page: office,
	browser,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/new`);
	await office.getByLabel('Name of the conference').fill('Spring Evenings');
	await office.getByRole('button', { name: 'Create the conference' }).click();
	await office.getByRole('button', { name: 'All of them' }).click();
	await office.getByRole('button', { name: 'Add', exact: true }).click();
	await expect(office.getByText('30 desks')).toHaveCount(2);

	// What was set up a moment ago may be on its way still; the page waits for it.
	await office.getByRole('link', { name: /^Try it/ }).click();
	const onPhone = shown(office, 'On a phone');
	await expect(onPhone.getByRole('button', { name: /^See \d/ })).toBeVisible();
	await office.getByRole('button', { name: 'Add a colleague' }).click();
	await expect(office.getByText('Write the colleague’s name.')).toBeVisible();
	await office.getByLabel('Name', { exact: true }).fill('Una Bell');
	await office.getByRole('button', { name: 'Add a colleague' }).click();
	await expect(office.getByText('has not opened the link yet')).toBeVisible();
	await office.context().grantPermissions(['clipboard-read', 'clipboard-write']);
	await office.getByRole('button', { name: /Una Bell/ }).click();
	const link = await office.evaluate(() => navigator.clipboard.readText());

	const colleague = await phone(browser, link);
	await toSuggestions(colleague);
	await colleague.getByRole('button', { name: 'Take this visit' }).click();
	await expect(colleague.getByText(/Booked\. This page/)).toBeVisible();

	// It keeps families out until it is over.
	await office.getByRole('link', { name: /^Open/ }).click();
	await office.getByRole('button', { name: 'Publish' }).click();
	await office.getByRole('button', { name: 'Publish anyway' }).click();
	await expect(office.getByText(/^Colleagues are still trying it\./)).toBeVisible();
	await office.getByRole('link', { name: 'See the trial' }).click();
	await expect(office.getByText('3 appointments booked')).toBeVisible();
	await office.getByRole('button', { name: 'End the trial and delete it' }).click();
	await office.getByRole('button', { name: 'Delete it' }).click();
	await expect(office.getByText('The trial is over. 3 appointments were deleted.')).toBeVisible();
	await colleague.reload();
	await expect(colleague.getByRole('heading', { name: 'Your visit' })).toHaveCount(0);
	await colleague.context().close();

	await office.getByRole('link', { name: /^Open/ }).click();
	await office.getByRole('button', { name: 'Remove it' }).click();
	await office.getByRole('button', { name: 'Remove permanently' }).click();
	await office.waitForURL('**/office');
	await expect(office.getByText('Spring Evenings')).toHaveCount(0);

	// One that families have booked wants its name.
	await office.goto(`${demo.origin}${AT}/open`);
	await office.getByRole('button', { name: 'Remove it' }).click();
	await office.getByRole('button', { name: 'Remove permanently' }).click();
	await expect(office.getByText(/families have booked\. Their appointments go/)).toBeVisible();
	await office.getByLabel('To remove it anyway, type its name').fill('Winter');
	await office.getByRole('button', { name: 'Remove permanently' }).click();
	await expect(office.getByText('That is not the name of the conference.')).toBeVisible();
});

test('a family chooses a long talk, which stays chosen', async ({ browser, demo }) => {
	const family = await phone(browser, demo.families.Gulzar);
	const counsellor = family.locator('label.teacher', { hasText: 'Ottoline Marsh' }).first();
	await counsellor.click();
	const kept = family.waitForResponse(/\/do\/wish\.lengthen/);
	await family.getByText('A long talk: 20 minutes instead of 10').click();
	await kept;
	await expect(family.getByRole('checkbox', { name: /A long talk/ })).toBeChecked();
	await family.reload();
	await expect(family.getByRole('checkbox', { name: /A long talk/ })).toBeChecked();
	await family.context().close();
});
