import { expect, linkOf, openDemo, phone, PHONE, signIn, test, toSuggestions } from './house';

test.use({ demoOf: 'ways in' });

const VISIT = '/visit/winter-conferences';

test('a code from the letter opens the visit, however it is typed; wrong ones are slowed', async ({
	browser,
	page: office,
	demo,
	complaints,
}) => {
	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/winter-conferences/letters`);
	await office.getByRole('button', { name: 'Show the letters' }).click();
	const letter = office.locator('.letter').filter({ hasText: 'Leila Adeyemi-Holt' });
	await expect(letter.locator('svg').last()).toBeVisible();
	const code = await letter.locator('.code').innerText();
	expect(code).toMatch(/^(\w{3}-){2}\w{3}$/);

	const context = await browser.newContext({ viewport: PHONE });
	const page = await context.newPage();
	await page.goto(demo.origin);
	const field = page.getByLabel('Code from your letter');
	const open = page.getByRole('button', { name: 'Open my visit' });
	await open.click();
	await expect(page.getByRole('alert').first()).toHaveText('Type the code from your letter.');
	const slip = code.replace(/^./, (sign) => (sign === '2' ? '3' : '2'));
	await field.fill(slip);
	await open.click();
	await expect(page.getByRole('alert').first()).toContainText('This code is not right.');
	await expect(field).toHaveValue(slip);
	await field.fill(` ${code.toLowerCase().replaceAll('-', ' ')}`);
	await open.click();
	await page.waitForURL(`**${VISIT}`);
	await expect(page.getByText('Leila').first()).toBeVisible();
	// Which of the family's adults it was nobody knows, so nobody is named.
	const whose = await demo.sql`select * from act where kind = 'invitations.made'`;
	expect(JSON.stringify(whose)).not.toContain(code.replaceAll('-', ''));

	// "This is not my phone": nothing of the family is left.
	await page.getByRole('button', { name: 'This is not my phone: sign out' }).click();
	await expect(field).toBeVisible();
	expect((await page.request.get(demo.origin + VISIT)).status()).toBe(404);

	const guess = (typed: string) =>
		page.request.post(`${demo.origin}/?/code`, {
			headers: { origin: demo.origin, 'x-sveltekit-action': 'true' },
			form: { code: typed },
		});
	let wait = '';
	for (let tried = 0; tried < 45 && !wait; tried++) {
		const answer = await (await guess(slip)).text();
		if (answer.includes('429')) wait = answer;
	}
	expect(wait).toContain('Too many attempts');
	complaints.splice(0);
});

test('who lost the link is told the same whether the address is known; the office sees it', async ({
	browser,
	page: office,
	demo,
}) => {
	const context = await browser.newContext({ viewport: PHONE });
	const page = await context.newPage();
	const said: string[] = [];
	for (const email of ['nobody@post.example', 'FARAH.gulzar@post.example']) {
		await page.goto(demo.origin);
		await page.getByText('I lost my link or my letter').click();
		await page.getByLabel('Your e-mail address').fill(email);
		await page.getByRole('button', { name: 'Ask the school for it' }).click();
		said.push(await page.locator('details').getByRole('status').innerText());
	}
	expect(new Set(said).size).toBe(1);
	await signIn(office, demo);
	await expect.poll(() => demo.sql`select * from enquiry where kind = 'lost-link'`).toHaveLength(1);
	await office.goto(`${demo.origin}/office/winter-conferences/to-answer`);
	const card = office.getByRole('article').filter({ hasText: 'Farah Gulzar' });
	await expect(card.getByRole('heading', { name: 'Lost link' })).toBeVisible();
	await card.getByRole('button', { name: 'Done' }).click();
	await expect(card).toHaveCount(0);
});

test('two families on one phone stay good, each with its own ticks, by the children’s names', async ({
	browser,
	demo,
}) => {
	const page = await phone(browser, demo.families['Adeyemi-Holt']);
	await page.getByRole('checkbox').first().uncheck();
	await page.goto(demo.families.Gulzar);
	const families = page.getByRole('navigation', { name: 'Your families' });
	await expect(families.getByRole('link')).toHaveText(['Leila and Tomas', 'Noor and Sami'], {
		useInnerText: true,
	});
	await expect(families.getByRole('link', { name: 'Noor and Sami' })).toHaveAttribute(
		'aria-current',
		'page',
	);
	await expect(page.getByRole('checkbox').first()).toBeChecked();
	await families.getByRole('link', { name: 'Leila and Tomas' }).click();
	await expect(page.getByRole('group', { name: /^Leila/ })).toBeVisible();
	await expect(page.getByRole('checkbox').first()).not.toBeChecked();
	// Each asks as itself.
	await page.getByRole('button', { name: /^See / }).click();
	await page.getByRole('button', { name: /show my visit/i }).click();
	await page.getByRole('button', { name: 'Take this visit' }).click();
	await expect(page.getByText('Booked. This page is your visit from now on.')).toBeVisible();
	await families.getByRole('link', { name: 'Noor and Sami' }).click();
	await expect(page.getByRole('button', { name: /^See / })).toBeVisible();

	// So do the details: what is corrected, and whose link is made new, is of the family that was looked at.
	await page.goto(`${demo.origin}/visit/winter-conferences`);
	await families.getByRole('link', { name: 'Leila and Tomas' }).click();
	await expect(families.locator('[aria-current]')).toHaveText('Leila and Tomas');
	await page.getByRole('link', { name: 'Your details and this link' }).click();
	const address = page.getByLabel('E-mail address');
	await expect(address).toHaveValue('folake.adeyemi@post.example');
	await page.getByLabel('Telephone').fill('902 555 0199');
	await page.getByRole('button', { name: 'Save' }).click();
	await expect(page.getByText('Saved.')).toBeVisible();
	await page.getByRole('button', { name: 'Make a new link' }).click();
	await page.getByRole('button', { name: 'Yes, make a new link' }).click();
	await expect(page.getByText('This is your new link.')).toBeVisible();
	const [adult] = await demo.sql<{ telephone: string; version: number }[]>`
		select telephone, invitation.version from adult join invitation on adult_id = adult.id
		where email = 'folake.adeyemi@post.example'`;
	expect(adult).toEqual({ telephone: '902 555 0199', version: 2 });
	const old = await page.request.get(demo.families['Adeyemi-Holt']);
	expect(old.status()).toBe(404);
	await page.goto(`${demo.origin}/visit/winter-conferences`);
	await expect(families.getByRole('link')).toHaveCount(2);
});

test('a family that needs rooms without steps reads why, and the school’s answer to its question', async ({
	browser,
	page: office,
	demo,
}) => {
	const [wish] = await demo.sql<{ desk: string; name: string; family: string }[]>`
		select desk.id as desk, desk.name, wish.family_id as family
		from wish join wish_desk on wish_id = wish.id and rank = 0
		join desk on desk.id = wish_desk.desk_id join family on family.id = wish.family_id
		where family.label = 'Gulzar' and not optional
			and exists (select from slot where slot.desk_id = desk.id
				and not exists (select from claim where occupancy = slot.id))
		order by wish.id limit 1`;
	await demo.sql`update family set step_free = true where label = 'Gulzar'`;
	await demo.sql`update place set step_free = false where kind = 'room' and id in (
		select place_id from sitting where desk_id = ${wish!.desk})`;
	await demo.sql`update conference set version = version + 1`;
	const page = await phone(browser, demo.families.Gulzar);
	const out = page.locator('.teacher.out').filter({ hasText: wish!.name }).first();
	await expect(out).toContainText(`The times ${wish!.name} has left are in rooms with steps`);
	await expect(out).not.toContainText('no times left');
	await out.getByRole('button', { name: 'Ask the school' }).click();
	await out.getByRole('textbox').fill('I use a wheelchair.');
	await out.getByRole('button', { name: 'Send to the school' }).click();
	await expect(out).toContainText('You asked the school on');

	await signIn(office, demo);
	await office.goto(`${demo.origin}/office/winter-conferences/to-answer`);
	await expect(office.getByRole('link', { name: /^To answer/ })).toContainText('4 wait for you');
	const card = office.getByRole('article').filter({ hasText: 'I use a wheelchair.' });
	await card.getByLabel('Your answer').fill('We will meet you in the library.');
	await card.getByRole('button', { name: 'Send the answer' }).click();
	await expect(card).toHaveCount(0);
	await page.reload();
	await expect(out).toContainText('The school answers: We will meet you in the library.');
	expect(demo.log()).not.toContain('wheelchair');
});

test('the page of each moment: ahead, turning by itself, paused, closed, taken back', async ({
	browser,
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	const conference = (change: string) =>
		demo.sql.unsafe(
			`update conference set ${change}, version = version + 1 where address = 'winter-conferences'`,
		);
	const page = await phone(browser, await linkOf(office, demo, 'Folake Adeyemi'));
	const take = page.getByRole('button', { name: /^See / });
	const home = page.getByRole('heading', { name: 'Your visit' });
	await expect(take.or(home)).toBeVisible();
	if (await take.isVisible()) {
		await toSuggestions(page);
		await page.getByRole('button', { name: 'Take this visit' }).click();
	}
	await expect(home).toBeVisible();
	const kept = await demo.sql`select opens_at, closes_at from conference`;

	// What is booked stays in sight at every moment.
	await conference(`closes_at = '2026-11-24T12:00:00Z'`);
	await page.reload();
	await expect(page.getByRole('heading', { name: 'Your visit' })).toBeVisible();
	await page.getByRole('button', { name: /^Ines Amaral/ }).click();
	await expect(page.getByText('It is too late to change or cancel this here.')).toBeVisible();
	await conference(`closes_at = null, withdrawn_at = '2026-11-24T12:00:00Z'`);
	await page.goto(demo.origin + VISIT);
	await expect(
		page.getByRole('heading', { name: 'This conference is no longer published' }),
	).toBeVisible();
	await expect(page.locator('.appointment').first()).toBeVisible();
	const stranger = await phone(browser, demo.families.Gulzar);
	await expect(stranger.getByText('Nothing to book yet')).toBeVisible();

	// A minute before it opens, on the school's clock; the page turns without a reload.
	await conference(
		`withdrawn_at = null, opens_at = (select max(at) from act) + interval '1 hour', closes_at = null`,
	);
	await stranger.goto(demo.origin + VISIT);
	await expect(stranger.getByText(/^You can book from Tuesday 24 November/)).toBeVisible();
	await expect(stranger.getByRole('checkbox').first()).toBeVisible();
	const file = await stranger.request.get(
		(await stranger
			.getByRole('link', { name: 'Put this in my calendar' })
			.getAttribute('href'))!.replace(/^/, demo.origin),
	);
	expect(await file.text()).toMatch(/BEGIN:VEVENT[\s\S]*BEGIN:VALARM/);
	await stranger.clock.install();
	await stranger.reload();
	await expect(stranger.getByText(/^You can book from/)).toBeVisible();
	await stranger.clock.fastForward('01:10:00');
	await expect(stranger.getByRole('button', { name: /^See / })).toBeVisible();

	await conference(`opens_at = null, paused_at = '2026-11-24T12:00:00Z'`);
	const paused = await phone(browser, demo.families.Gulzar);
	await expect(paused.getByText('Booking is paused')).toBeVisible();
	await conference(`paused_at = null, closes_at = '2026-11-24T12:00:00Z'`);
	await paused.reload();
	await expect(paused.getByText(/^Booking closed on Tuesday 24 November/)).toBeVisible();
	await demo.sql`
		update conference set opens_at = ${kept[0]!.opens_at}, closes_at = ${kept[0]!.closes_at},
			version = version + 1`;
});

for (const { now, says } of [
	{ now: '2026-12-03T15:00:00Z', says: 'Next' },
	{ now: '2026-12-07T15:00:00Z', says: 'This conference is over' },
])
	test(`on ${now} the page says “${says}”`, async ({ browser, page: office }) => {
		const later = await openDemo({ TEN_CHAIRS_NOW: now });
		try {
			const [first] = await later.sql<{ adult: string; desk: string; place: string }[]>`
				select concat_ws(' ', given_name, family_name) as adult, desk.name as desk,
					place.name as place
				from appointment join desk on desk.id = desk_id join place on place.id = place_id
				join appointment_adult on appointment_id = appointment.id
				join adult on adult.id = adult_id
				where stands and place.kind = 'room' order by starts_at, adult.id limit 1`;
			await signIn(office, later);
			const page = await phone(browser, await linkOf(office, later, first!.adult));
			const heading = page.getByRole('heading', { name: says, exact: true });
			await expect(heading).toBeVisible();
			if (says === 'Next')
				await expect(page.locator('section').filter({ has: heading })).toContainText(first!.place);
			await page.getByRole('button', { name: new RegExp(`^${first!.desk}`) }).click();
			await expect(page.getByRole('button', { name: 'Move', exact: true })).toHaveCount(0);
			// Open pages would look for a server that is gone.
			await page.context().close();
			await office.goto('about:blank');
		} finally {
			await later.stop();
		}
	});
