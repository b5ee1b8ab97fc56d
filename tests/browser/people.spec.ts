import { authenticator } from 'otplib';
import { startLetterbox } from '../../scripts/letterbox.mjs';
import { expect, openHouse, signIn, test, type House } from './house';
import type { Page } from '@playwright/test';

const PASSWORD = 'long enough for anybody';
const LISTS = ['teachers', 'students', 'adults', 'teaching', 'interpreters'].map(
	(name) => `demo/lists/${name}.csv`,
);

/** An empty house whose office has just been set up, with its organiser signed in. */
async function setUp(page: Page, house: House) {
	await page.goto(`${house.origin}/set-up`);
	const code = /with the code (\S+)/.exec(house.log())![1]!;
	for (const [label, text] of [
		['Set-up code', code],
		['Name of the school', 'Gannet Cove School'],
		['Time zone', 'America/Halifax'],
		['Your name', 'School office'],
		['E-mail', 'office@gannetcove.example'],
		['Password', PASSWORD],
	] as const)
		await page.getByLabel(label).fill(text);
	await page.getByRole('button', { name: 'Set up the school' }).click();
	await expect(page.getByText('No conference yet.')).toBeVisible();
}

/** The path's line for a part of the register. */
const station = (page: Page, name: string) =>
	page.getByRole('link', { name: new RegExp(`^${name}`) });

test('from an empty database to families with just their own teachers', async ({ page }) => {
	const house = await openHouse();
	try {
		await setUp(page, house);
		await page.getByRole('link', { name: 'People' }).click();
		await expect(page.getByRole('heading', { name: 'Lists', exact: true })).toBeVisible();
		const [chooser] = await Promise.all([
			page.waitForEvent('filechooser'),
			page.getByText('Drop files here, or choose them').click(),
		]);
		await chooser.setFiles(LISTS);
		await expect(page.getByLabel('What adults.csv is a list of')).toHaveValue('adults');
		await expect(page.getByLabel('Meaning of column Mobile')).toHaveValue('telephone');
		await page.getByRole('button', { name: 'See what would change' }).click();
		for (const count of ['30 teacher new', '230 student new', '170 family new', '54 teaching new'])
			await expect(page.getByRole('button', { name: count })).toBeVisible();
		await page.getByRole('button', { name: '3 interpreter new' }).click();
		await expect(page.getByRole('cell', { name: 'Duarte Fonseca' }).last()).toBeVisible();
		await page.getByRole('button', { name: /^Read \d+ changes/ }).click();
		await expect(page.getByText(/changes are in the register/)).toBeVisible();
		await expect(station(page, 'Families')).toContainText('170');
		await expect(station(page, 'Students')).toContainText('230');

		// The same files again change nothing.
		await page.locator('input[type=file]').setInputFiles(LISTS);
		await page.getByRole('button', { name: 'See what would change' }).click();
		await expect(page.getByText('Nothing to change')).toBeVisible();
		await expect(page.getByRole('button', { name: /^Read/ })).toHaveCount(0);

		// Three siblings are one family.
		await page.getByLabel('Find anybody').fill('zara iwobi');
		await page.getByRole('option', { name: /Iwobi.*family/ }).click();
		await expect(page.getByRole('heading', { name: 'Iwobi' })).toBeVisible();
		for (const name of ['Nnamdi Iwobi', 'Zara Iwobi', 'Obi Iwobi'])
			await expect(page.getByRole('link', { name })).toBeVisible();
		await page.getByRole('link', { name: 'Zara Iwobi' }).click();
		await expect(page.getByRole('link', { name: 'Tobias Wren' })).toBeVisible();
		await expect(page.getByRole('link', { name: 'Piet van Rooyen' })).toBeVisible();
		await expect(page.getByRole('button', { name: /^Leave out/ })).toHaveCount(2);

		// A student with two households belongs to both, and each is its own.
		const [twice] = await house.sql<{ id: string; name: string }[]>`
			select id, concat_ws(' ', given_name, family_name) as name from student
			where (select count(*) from family_student where student_id = student.id) = 2 limit 1`;
		await page.goto(`${house.origin}/office/people/students/${twice!.id}`);
		const households = page
			.locator('main a[href*="/people/families/"]')
			.filter({ hasNotText: 'Families' });
		await expect(households).toHaveCount(2);
		await households.first().click();
		await expect(page.getByText(/^also with/)).toBeVisible();

		// A slip in a list is told where it is, and nothing is written before it is settled.
		await page.goto(`${house.origin}/office/people/lists`);
		await page.locator('input[type=file]').setInputFiles({
			name: 'students.csv',
			mimeType: 'text/csv',
			buffer: Buffer.from('Number,Name,Class\n1,Ida Wren,07-Aug\n2,Ole Pyo,7A\n'),
		});
		// Two rows that are said to be the whole school: their number is asked for before anybody leaves.
		await expect(page.getByLabel('The lists are complete')).not.toBeChecked();
		await page.getByText('The lists are complete').click();
		await page.getByRole('button', { name: 'See what would change' }).click();
		const warning = page.getByRole('alert').filter({ hasText: 'would be marked as left' });
		await expect(warning).toBeVisible();
		const leave = page.getByRole('button', { name: /^Mark \d+ as left, read \d+ other changes/ });
		const count = /\d+/.exec(await leave.innerText())![0];
		await page.getByLabel('Leave out the rows with mistakes').check();
		await expect(leave).toBeDisabled();
		await page.getByLabel(`If they are, type ${count}`).fill('2');
		await expect(leave).toBeDisabled();
		await page.getByLabel(`If they are, type ${count}`).fill(count);
		await expect(leave).toBeEnabled();
		await page.getByText('The lists are complete').click();
		await page.getByRole('button', { name: 'See what would change' }).click();
		await expect(page.getByText('students.csv, Row 2, column Class')).toBeVisible();
		const confirm = page.getByRole('button', { name: /^Read \d+ changes/ });
		await expect(confirm).toBeEnabled();
		await page.getByLabel('Leave out the rows with mistakes').uncheck();
		await expect(confirm).toBeDisabled();
		await page.getByLabel('Leave out the rows with mistakes').check();
		await confirm.click();
		await expect(station(page, 'Students')).toContainText('231');
		await page.getByRole('button', { name: 'Undo' }).click();
		await expect(page.getByText('Undone.')).toBeVisible();
		await expect(station(page, 'Students')).toContainText('230');
		for (const name of ['Iwobi', 'Wren', 'gannetcove.example'])
			expect(house.log()).not.toContain(name);
	} finally {
		await house.stop();
	}
});

test('accounts come by message, with a second factor and ways back', async ({ page, browser }) => {
	const letterbox = await startLetterbox();
	const house = await openHouse({ SMTP_URL: letterbox.smtpUrl });
	const linkTo = async (address: string) => {
		await expect.poll(() => letterbox.letters.some(({ to }) => to.includes(address))).toBe(true);
		return /https?:\S+/.exec(letterbox.letters.find(({ to }) => to.includes(address))!.text)![0];
	};
	try {
		await setUp(page, house);
		await page.goto(`${house.origin}/office/people/accounts`);
		const invite = page.locator('form[action="?/invite"]');
		await invite.getByLabel('Name').fill('Nadia Holm');
		await invite.getByLabel('E-mail').fill('nadia@gannetcove.example');
		await page.getByRole('button', { name: 'Invite', exact: true }).click();
		await expect(
			page.getByText('A message is on its way to nadia@gannetcove.example.'),
		).toBeVisible();

		const helper = await (await browser.newContext()).newPage();
		const link = await linkTo('nadia@');
		await helper.goto(link);
		await helper.getByLabel('Password').fill(PASSWORD);
		await helper.getByRole('button', { name: 'Save this password' }).click();
		await expect(helper.getByRole('heading', { name: 'Conferences' })).toBeVisible();
		await helper.goto(link);
		await expect(helper.getByText('This link does not work')).toBeVisible();

		await helper.goto(`${house.origin}/account`);
		await helper.getByLabel('Current password').first().fill(PASSWORD);
		await helper.getByRole('button', { name: 'Set one up' }).click();
		const secret = await helper.locator('[data-secret]').getAttribute('data-secret');
		const spare = await helper.locator('section').first().locator('li').first().textContent();
		await helper.getByLabel('Code', { exact: true }).fill('000000');
		await helper.getByRole('button', { name: 'Turn it on' }).click();
		await expect(helper.getByText('This code is wrong or too old')).toBeVisible();
		await helper.getByLabel('Code', { exact: true }).fill(authenticator.generate(secret!));
		await helper.getByRole('button', { name: 'Turn it on' }).click();
		await expect(helper.getByText('The second factor is on.')).toBeVisible();

		const signInAgain = async () => {
			await helper.context().clearCookies();
			await helper.goto(`${house.origin}/sign-in`);
			await helper.getByLabel('E-mail').fill('nadia@gannetcove.example');
			await helper.getByLabel('Password').fill(PASSWORD);
			await helper.getByRole('button', { name: 'Sign in' }).click();
		};
		await signInAgain();
		await expect(helper.getByRole('heading', { name: 'One more code' })).toBeVisible();
		await helper.goto(`${house.origin}/office`);
		await expect(helper).toHaveURL(/sign-in$/);
		await signInAgain();
		await helper.getByRole('button', { name: 'Use a spare code instead' }).click();
		await helper.getByLabel('Spare code').fill(spare!.trim());
		await helper.getByRole('button', { name: 'Sign in' }).click();
		await expect(helper.getByRole('heading', { name: 'Conferences' })).toBeVisible();
		await helper.goto(`${house.origin}/office/people/teachers`);
		await expect(helper.getByRole('link', { name: 'Add a teacher' })).toHaveCount(0);

		// The way back for who lost it: another organiser.
		await page.reload();
		await page.getByRole('button', { name: 'Remove the second factor' }).click();
		await expect(page.getByText('The second factor is removed.')).toBeVisible();
		await signInAgain();
		await expect(helper.getByRole('heading', { name: 'Conferences' })).toBeVisible();

		await helper.context().clearCookies();
		await helper.goto(`${house.origin}/sign-in`);
		await helper.getByRole('link', { name: 'Forgot the password?' }).click();
		// The page before has a field of the same name.
		await expect(helper.getByRole('heading', { name: 'A new password' })).toBeVisible();
		await helper.getByLabel('E-mail').fill('nadia@gannetcove.example');
		letterbox.letters.length = 0;
		await helper.getByRole('button', { name: 'Send the link' }).click();
		await expect(helper.getByText('If there is an account')).toBeVisible();
		await helper.goto(await linkTo('nadia@'));
		await helper.getByLabel('Password').fill(`${PASSWORD} again`);
		await helper.getByRole('button', { name: 'Save this password' }).click();
		await expect(helper.getByRole('heading', { name: 'Conferences' })).toBeVisible();

		// Withdrawn, the open session is closed at once; the last organiser stays.
		const row = page.getByRole('row', { name: /Nadia Holm/ });
		await row.getByRole('button', { name: 'Withdraw' }).click();
		await expect(row.getByText('withdrawn')).toBeVisible();
		await helper.reload();
		await expect(helper).toHaveURL(/sign-in$/);
		await page
			.getByRole('row', { name: /School office/ })
			.getByRole('button', { name: 'Withdraw' })
			.click();
		await expect(page.getByText('At least one organiser must remain.')).toBeVisible();
	} finally {
		await house.stop();
		await letterbox.stop();
	}
});

test('a teacher’s link comes by message, and opening it confirms the address', async ({
	page,
	browser,
}) => {
	const letterbox = await startLetterbox();
	const house = await openHouse({ SMTP_URL: letterbox.smtpUrl });
	try {
		await setUp(page, house);
		await page.goto(`${house.origin}/office/people/teachers/new`);
		await page.getByLabel('Given name').fill('Ida');
		await page.getByLabel('Family name').fill('Wren');
		await page.getByLabel('E-mail').fill('ida@gannetcove.example');
		await page.getByRole('button', { name: 'Save' }).click();
		await expect(page.getByRole('heading', { name: 'Ida Wren' })).toBeVisible();
		await page.getByRole('button', { name: 'Send the private link' }).click();
		await expect(page.getByText('The link is on its way to ida@gannetcove.example.')).toBeVisible();
		const [letter] = letterbox.letters;
		expect(letter!.subject).toBe('Your conference page at Gannet Cove School');
		const link = /https?:\S+/.exec(letter!.text)![0];

		// A program that scans mail opens the link without running the page.
		await (await fetch(link)).text();
		await page.goto(`${house.origin}/office/people/teachers`);
		await expect(page.getByText('not confirmed yet')).toBeVisible();
		const teacher = await (await browser.newContext()).newPage();
		await teacher.goto(link);
		await expect(teacher.getByText('Your address is confirmed.')).toBeVisible();
		await page.reload();
		await expect(page.getByText('confirmed', { exact: true })).toBeVisible();
	} finally {
		await house.stop();
		await letterbox.stop();
	}
});

test('the office keeps a family’s facts, and few know what few may know', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/people/families?find=ferrante`);
	await page.getByRole('link', { name: 'Ferrante' }).click();
	const adult = page.getByRole('form', { name: 'Elio Ferrante' });
	await adult.getByRole('textbox', { name: 'Telephone' }).fill('+1 902 555 7777');
	await adult.getByRole('button', { name: 'Save' }).click();
	await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
	await adult.getByRole('textbox', { name: 'E-mail' }).fill('not an address');
	await adult.getByRole('button', { name: 'Save' }).click();
	await expect(page.getByRole('alert')).toBeVisible();
	await expect(adult.getByRole('textbox', { name: 'E-mail' })).toHaveValue('not an address');
	await expect(page.getByRole('heading', { name: 'Confidential' })).toBeVisible();
	await demo.sql`update account set knows_safety = false`;
	await page.reload();
	await expect(page.getByRole('heading', { name: 'Ferrante' })).toBeVisible();
	await expect(page.getByRole('heading', { name: 'Confidential' })).toHaveCount(0);
	await demo.sql`update account set knows_safety = true`;
});
