import { expect, linkOf, signIn, test } from './house';

test.use({ demoOf: 'by hand' });

test('two families are kept apart after a search that tells namesakes apart, and a second look', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	const [family] = await demo.sql<{ id: string }[]>`select id from family where label = 'Gulzar'`;
	await page.goto(`${demo.origin}/office/people/families/${family!.id}`);
	const find = page.getByRole('combobox', { name: 'Find the other family by any name in it' });
	await find.first().fill('leila');
	const found = page.locator('.found').getByRole('option').first();
	for (const part of ['Adeyemi-Holt', 'Leila Adeyemi-Holt 8A'])
		await expect(found).toContainText(part);
	await find.first().press('Enter');
	const look = page.getByRole('form', { name: /These two families must not meet/ });
	await expect(look).toContainText('Gulzar');
	await expect(look).toContainText('Leila Adeyemi-Holt 8A');
	expect(await demo.sql`select * from kept_apart where margin_minutes = 45`).toHaveLength(0);
	await look.getByRole('spinbutton').fill('45');
	await look.getByRole('button', { name: 'Keep apart' }).click();
	await expect(page.getByText('45 minutes between their visits')).toBeVisible();
	expect(await demo.sql`select * from kept_apart where margin_minutes = 45`).toHaveLength(1);
});

test('of two teachers of one name the one who is meant is set at a desk, by keyboard', async ({
	page,
	demo,
}) => {
	const [namesake] = await demo.sql<{ id: string }[]>`
		insert into person (id, given_name, family_name, subjects, is_teacher)
		values (gen_random_uuid(), 'Ines', 'Amaral', '{Astronomy}', true) returning id`;
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/desks`);
	await expect(page.locator('[data-saving=saved]')).toBeVisible();
	await page.getByRole('checkbox', { name: 'Choose Tobias Wren' }).check();
	const field = page.getByRole('combobox', { name: 'Another person' });
	await field.fill('amáral');
	const options = page.getByRole('listbox').getByRole('option');
	await expect(options).toContainText(['Grade 2', 'Astronomy', 'Somebody new']);
	await field.press('ArrowDown');
	await expect(options.nth(1)).toHaveAttribute('data-highlighted');
	await field.press('Enter');
	await expect(field).toHaveValue('');
	await expect(page.locator('[data-saving=saved]')).toBeVisible();
	await expect
		.poll(() => demo.sql`select * from desk_person where person_id = ${namesake!.id}`)
		.toHaveLength(1);

	// A desk is not added for a name that was only typed, and that two bear.
	await page.getByRole('button', { name: 'Add a desk' }).click();
	const teacher = page.getByRole('combobox', { name: 'Teacher' });
	await teacher.fill('Ines Amaral');
	await teacher.press('Escape');
	await page.getByRole('button', { name: 'Add', exact: true }).click();
	await expect(page.getByText('Choose a name from the list')).toBeVisible();
	await expect(teacher).toHaveValue('Ines Amaral');
	await teacher.press('ArrowDown');
	await page.getByRole('option', { name: /Astronomy/ }).click();
	await page.getByRole('button', { name: 'Add', exact: true }).click();
	await expect(page.locator('.ruler').getByText('Astronomy')).toBeVisible();
});

test('a student and its family are added by hand; a namesake is asked about', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/people/students`);
	await page.getByRole('link', { name: 'New student' }).click();
	const [given, familyName] = ['Given name', 'Family name'].map((name) => page.getByLabel(name));
	await given!.first().fill('Leila');
	await familyName!.first().fill('Adeyemi-Holt');
	await page.getByLabel('Home class').fill('8A');
	await given!.nth(1).fill('Zebedee');
	await page.getByRole('button', { name: 'Add to the register' }).click();
	await expect(page.getByText('A student with this name is here already.')).toBeVisible();
	await expect(given!.nth(1)).toHaveValue('Zebedee');
	await page.getByLabel('This is another student with the same name').check();
	await page.getByRole('button', { name: 'Add to the register' }).click();
	await page.waitForURL('**/families/*');
	await expect(page.getByText('8A')).toBeVisible();

	await page.getByRole('link', { name: 'Add a student' }).click();
	await expect(page.getByText('Leila Adeyemi-Holt 8A')).toBeVisible();
	expect(await linkOf(page, demo, 'Zebedee')).toContain('/i/');
});

test('of a list the headings are found, corrected by a click, and rows of one student asked about', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/people/lists`);
	const rows = [
		'Klassenliste 11z;;;',
		'Schülernr.;Name, Vorname;Klasse;E-Mail eines Elternteils',
		'z1;Wren, Ida;11z/12z;a@z.example',
		'z1;Wren, Ida;11z/12z;b@z.example',
		'Summe;2;;',
	];
	await page.locator('input[type=file]').setInputFiles({
		name: 'Klassenliste.csv',
		mimeType: 'text/csv',
		buffer: Buffer.from(rows.join('\n')),
	});
	await expect(page.getByText('Headings are taken from row 2.')).toBeVisible();
	await expect(page.getByText('Row 5 is left out')).toBeVisible();
	await page.getByRole('button', { name: 'Row 3 holds the headings' }).click();
	await expect(page.getByText('Headings are taken from row 3.')).toBeVisible();
	await page.getByRole('button', { name: 'Row 2 holds the headings' }).click();
	await page.getByRole('button', { name: 'See what would change' }).click();
	await expect(page.getByText('Rows about students: 2. Students: 1.')).toBeVisible();
	const several = page.getByRole('button', { name: 'several: 11z and 12z' });
	await expect(several).toHaveAttribute('aria-pressed', 'true');
	await page.getByRole('button', { name: 'one class', exact: true }).click();
	await expect(several).toHaveAttribute('aria-pressed', 'false');
	const go = page.getByRole('button', { name: /^Read \d+ changes/ });
	await expect(go).toBeDisabled();
	await page.getByLabel(/That is right/).check();
	await go.click();
	await expect(page.getByText(/changes are in the register/)).toBeVisible();
	const [read] = await demo.sql`select label from class where label like '11%'`;
	expect(read!.label).toBe('11z/12z');
});

test('an organiser lets another program in, and out again', async ({ page, demo }) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/account`);
	await page.getByLabel('What the token is for').fill('Timetable');
	await page.getByRole('button', { name: 'Make a token' }).click();
	await expect(page.getByRole('alert')).toBeVisible();
	await page.getByLabel('read conferences').check();
	await page.getByRole('button', { name: 'Make a token' }).click();
	const token = await page.getByText(/^tcs_/).textContent();
	const list = () =>
		fetch(`${demo.origin}/api/v1/conferences`, { headers: { authorization: `Bearer ${token}` } });
	expect((await list()).status).toBe(200);
	await page.getByRole('button', { name: /Timetable/ }).click();
	await expect(page.getByText('Timetable')).toHaveCount(0);
	expect((await list()).status).toBe(401);
});
