import { expect, openHouse, phone, PHONE, signIn, test } from './house';

test.use({ demoOf: 'the care' });

test('a new school is set up with the printed code, once', async ({ page }) => {
	const house = await openHouse();
	try {
		await page.goto(house.origin);
		await expect(page.getByRole('heading', { name: 'Set up the school' })).toBeVisible();
		await page.getByLabel('Set-up code').fill('AAAA-BBBB-CCCC');
		await page.getByLabel('Name of the school').fill('Harbour School');
		await page.getByLabel('Time zone').fill('America/Halifax');
		await page.getByLabel('Your name').fill('Office');
		await page.getByLabel('E-mail').fill('office@harbour.example');
		await page.getByLabel('Password').fill('short');
		await page.getByRole('button', { name: 'Set up the school' }).click();
		await expect(page.getByText('Use at least 10 characters.')).toBeVisible();
		await page.getByLabel('Password').fill('long enough for anybody');
		await page.getByRole('button', { name: 'Set up the school' }).click();
		await expect(page.getByText('This is not the code that the server printed.')).toBeVisible();
		const code = /with the code (\S+)/.exec(house.log())![1]!;
		await page.getByLabel('Set-up code').fill(code.toLowerCase());
		await page.getByLabel('Password').fill('long enough for anybody');
		await page.getByRole('button', { name: 'Set up the school' }).click();
		await expect(page.getByText('No conference yet.')).toBeVisible();
		const closed = await page.request.get(`${house.origin}/set-up`);
		expect(closed.status()).toBe(404);
	} finally {
		await house.stop();
	}
});

test('every link that does not open says the same, calmly', async ({
	request,
	page,
	demo,
	complaints,
}) => {
	const good = demo.families.Gulzar;
	const last = good.endsWith('a') ? 'b' : 'a';
	await demo.sql`update invitation set revoked_at = now() where person_id =
		(select id from person where family_name = 'Wren')`;
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/winter-conferences/desks`);
	expect(
		await page.getByRole('button', { name: 'Copy the private link of Tobias Wren' }).count(),
	).toBe(0);
	const texts = new Set<string>();
	for (const link of [`${good.slice(0, -1)}${last}`, `${demo.origin}/i/nonsense`, `${good}x`]) {
		const answer = await request.get(link);
		expect(answer.status()).toBe(404);
		texts.add(
			(await answer.text())
				.replaceAll(/nonce(-|=")[^"']+/g, '')
				.replaceAll(/"?\w+":\{[^}]*\}|[\w-]{40,}|__sveltekit_\w+|nonsense/g, ''),
		);
	}
	expect(texts.size).toBe(1);
	await page.context().clearCookies();
	await page.goto(`${demo.origin}/i/nonsense`);
	await expect(page.getByRole('heading', { name: 'This link does not work' })).toBeVisible();
	complaints.splice(0);
});

test('the link’s secret leaves the address, and the pages let nobody else in', async ({
	browser,
	request,
	demo,
}) => {
	const page = await phone(browser, demo.families.Gulzar);
	expect(page.url()).toBe(`${demo.origin}/visit/winter-conferences`);
	const cookies = await page.context().cookies();
	expect(cookies.find(({ name }) => name === 'ten-chairs-family')).toMatchObject({
		httpOnly: true,
		sameSite: 'Lax',
	});
	for (const path of [
		'/visit',
		'/visit/winter-conferences',
		'/teacher',
		'/visit/winter-conferences/calendar.ics',
		`/live/${crypto.randomUUID()}`,
	])
		expect((await request.get(demo.origin + path)).status(), path).toBe(404);
	for (const path of [
		'/office',
		'/office/new',
		'/office/winter-conferences/floor',
		'/office/winter-conferences/families',
	]) {
		const answer = await request.get(demo.origin + path, { maxRedirects: 0 });
		expect([answer.status(), answer.headers().location], path).toEqual([303, '/sign-in']);
	}
	const posted = await request.post(`${demo.origin}/office/winter-conferences/open?/withdraw`, {
		maxRedirects: 0,
		headers: { origin: demo.origin },
		form: {},
	});
	expect(posted.status()).not.toBe(200);
	const [row] =
		await demo.sql`select withdrawn_at from conference where address = 'winter-conferences'`;
	expect(row!.withdrawn_at).toBeNull();
});

test('before it opens, and after it closed, a family’s page says when', async ({
	browser,
	demo,
}) => {
	const state =
		await demo.sql`select opens_at, closes_at from conference where address = 'winter-conferences'`;
	const page = await phone(browser, demo.families.Gulzar);
	const address = `${demo.origin}/visit/winter-conferences`;
	try {
		await demo.sql`update conference set opens_at = '2026-11-25T12:00:00Z', version = version + 1 where address = 'winter-conferences'`;
		await page.goto(address);
		await expect(page.getByText('You can book from Wednesday 25 November, 08:00.')).toBeVisible();
		await demo.sql`update conference set opens_at = '2026-11-01', closes_at = '2026-11-20T12:00:00Z', version = version + 1 where address = 'winter-conferences'`;
		await page.goto(address);
		await expect(page.getByText('Booking closed on Friday 20 November, 08:00.')).toBeVisible();
	} finally {
		await demo.sql`update conference set opens_at = ${state[0]!.opens_at}, closes_at = ${state[0]!.closes_at}, version = version + 1 where address = 'winter-conferences'`;
	}
});

test('without JavaScript the page says what is needed', async ({ browser, demo }) => {
	const context = await browser.newContext({ javaScriptEnabled: false, viewport: PHONE });
	const page = await context.newPage();
	await page.goto(demo.families.Gulzar, { waitUntil: 'commit' });
	await expect(page.getByText('your browser has it switched off')).toBeVisible();
	await expect(page.getByText('Oskar Lindqvist').first()).toBeVisible();
});

test('slips in the hours are told where they are, and nothing typed is lost', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/office/new`);
	const name = page.getByLabel('Name of the conference');
	await name.fill('W'.repeat(81));
	const until = page.getByLabel('Until').first();
	await page.getByLabel('From', { exact: true }).first().fill('16:00');
	await until.fill('7');
	await expect(page.getByText('This ends before it starts.')).toBeVisible();
	await page.getByRole('button', { name: 'Did you mean 16:00–19:00?' }).click();
	await expect(until).toHaveValue('19:00');
	await expect(page.getByText('18 slots for each desk')).toBeVisible();
	await until.fill('16:05');
	await expect(page.getByText('These hours are shorter than one appointment.')).toBeVisible();
	await page.getByLabel('Date', { exact: true }).first().fill('2027-03-14');
	await page.getByLabel('From', { exact: true }).first().fill('2:30');
	await until.fill('5');
	await expect(page.getByText('The clock changes that day and skips this time.')).toBeVisible();
	await page.getByLabel('Date', { exact: true }).first().fill('2020-03-14');
	await page.getByLabel('From', { exact: true }).first().fill('16:00');
	await until.fill('19:00');
	await expect(page.getByText('This date is in the past.')).toBeVisible();
	await page.getByLabel('Time zone').fill('Atlantis/Gannet_Cove');
	await page.getByLabel('Length of an appointment').fill('3');
	await page.getByRole('button', { name: 'Create the conference' }).click();
	await expect(page.getByText('Please use 80 characters or fewer.')).toBeVisible();
	await expect(page.getByText('We do not know this time zone.')).toBeVisible();
	await expect(page.getByText('An appointment must be 5 to 60 minutes long.')).toBeVisible();
	await expect(name).toHaveValue('W'.repeat(81));
});

test('the main path works mirrored, in a long language, on a narrow phone', async ({
	browser,
	demo,
}) => {
	const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
	await context.addCookies([{ name: 'ten-chairs-language', value: 'ar-XB', url: demo.origin }]);
	const page = await context.newPage();
	const fits = async () =>
		expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(
			true,
		);
	await page.goto(demo.families['Adeyemi-Holt']);
	await page.goto(`${demo.origin}/visit/winter-conferences`);
	await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
	await fits();
	await page.locator('.thumb button').click();
	await fits();
	await page.locator('.thumb button').click();
	await expect(page.locator('.appointment').first()).toBeVisible();
	await fits();
	const edges = await page
		.locator('.appointment')
		.first()
		.evaluate((row) => ({
			time: row.querySelector('time')!.getBoundingClientRect().left,
			card: row.querySelector('strong')!.getBoundingClientRect().left,
		}));
	expect(edges.time).toBeGreaterThan(edges.card);
	await page.locator('.thumb button').click();
	await expect(page.getByText('⟦Yoouur viisiit⟧')).toBeVisible();
	await fits();
});

test('every page of the office stands on one ground, however little is on it', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	const office = `${demo.origin}/office`;
	for (const [width, height] of [
		[1280, 800],
		[1920, 1080],
	] as const) {
		await page.setViewportSize({ width, height });
		for (const path of ['', '/new', '/rooms', '/people/families', '/winter-conferences/open']) {
			await page.goto(`${office}${path}`);
			const ground = await page.evaluate(() => {
				const probe = document.createElement('i');
				probe.style.color = 'var(--color-base-200)';
				document.body.append(probe);
				const wanted = getComputedStyle(probe).color;
				const body = getComputedStyle(document.body);
				return {
					wanted,
					window: getComputedStyle(document.documentElement).backgroundColor,
					body: body.backgroundColor,
				};
			});
			expect(ground.window, path).toBe(ground.wanted);
			expect(['rgba(0, 0, 0, 0)', ground.wanted]).toContain(ground.body);
		}
	}
});
