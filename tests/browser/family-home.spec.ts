import type { Page } from '@playwright/test';
import {
	expect,
	linkOf,
	phone,
	ribbon,
	signIn,
	test,
	toSuggestions,
	type SeededHouse,
} from './house';

test.use({ demoOf: 'a family at home' });

const VISIT = '/visit/winter-conferences';

/** Counts what is tapped from here on. */
function taps() {
	let count = 0;
	return {
		tap: async (locator: ReturnType<Page['locator']>) => {
			await locator.click();
			count++;
		},
		count: () => count,
	};
}

/** An adult of a family that has booked nothing yet. */
async function somebodyNew(demo: SeededHouse, which: number): Promise<string> {
	const [adult] = await demo.sql<{ name: string }[]>`
		select concat_ws(' ', given_name, family_name) as name from adult
		join family_adult on adult_id = adult.id
		where family_id not in (select family_id from appointment where stands)
			and given_name is not null and exists (select from wish where wish.family_id = family_adult.family_id)
		order by adult.id offset ${which} limit 1`;
	return adult!.name;
}

const booked = (page: Page) => page.getByText('Booked. This page is your visit from now on.');

test('the page is light: one document, and its scripts in a few files', async ({
	browser,
	demo,
}) => {
	const first = await phone(browser, demo.families.Gulzar);
	const address = first.url();
	const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
	await context.addCookies(await first.context().cookies());
	await first.context().close();
	const page = await context.newPage();
	const client = await context.newCDPSession(page);
	await client.send('Network.enable');
	const types = new Map<string, string>();
	const sent: { type: string; bytes: number }[] = [];
	client.on('Network.responseReceived', ({ requestId, type }) => types.set(requestId, type));
	client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) =>
		sent.push({ type: types.get(requestId) ?? '', bytes: encodedDataLength }),
	);
	await page.goto(address);
	// The planner’s worker has its own file, and comes last.
	await expect.poll(() => page.workers().length).toBe(1);
	const sum = (type: string) => {
		const own = sent.filter((one) => one.type === type);
		return { files: own.length, kilobytes: own.reduce((all, { bytes }) => all + bytes, 0) / 1000 };
	};
	const [document, scripts] = [sum('Document'), sum('Script')];
	expect(document.kilobytes).toBeGreaterThan(2);
	expect(document.kilobytes).toBeLessThan(20);
	expect(scripts.kilobytes).toBeGreaterThan(50);
	expect(scripts.kilobytes).toBeLessThan(120);
	expect(scripts.files).toBeLessThan(20);
	await context.close();
});

test('four taps book a visit for two children, and four move one of its appointments', async ({
	browser,
	demo,
}) => {
	const page = await phone(browser, demo.families['Adeyemi-Holt']);
	const booking = taps();
	await booking.tap(page.getByRole('button', { name: /^See / }));
	await expect(page).toHaveTitle(/^When · /);
	await booking.tap(page.getByRole('button', { name: /show my visit/i }));
	await booking.tap(page.getByRole('button', { name: 'Take this visit' }));
	await expect(booked(page)).toBeVisible();
	expect(booking.count()).toBeLessThanOrEqual(4);
	const before = await ribbon(page);
	expect(before.length).toBeGreaterThanOrEqual(4);

	// On paper it is one sheet, and dark on white in the evening, too.
	await page.emulateMedia({ colorScheme: 'dark' });
	const sheet = (await page.pdf({ format: 'A4' })).toString('latin1');
	expect(sheet.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
	await page.emulateMedia({ colorScheme: 'dark', media: 'print' });
	await expect(page.getByRole('heading', { level: 1 })).toHaveCSS('color', 'rgb(37, 32, 26)');
	await page.emulateMedia({ colorScheme: 'light', media: 'screen' });

	const moving = taps();
	await moving.tap(page.getByRole('button', { name: /^Nuala Brophy/ }));
	await moving.tap(page.getByRole('button', { name: 'Move', exact: true }));
	await expect(page.getByRole('heading', { name: 'Move Nuala Brophy, for Leila' })).toBeFocused();
	const first = page.locator('.time').first();
	const time = await first.locator('strong').innerText();
	await moving.tap(first);
	await expect(page.getByRole('button', { name: `Move to ${time}` })).toBeVisible();
	const drawn = await ribbon(page);
	await moving.tap(page.getByRole('button', { name: `Move to ${time}` }));
	await expect(page.getByText('Moved. This is your visit now.')).toBeVisible();
	expect(moving.count()).toBe(4);
	expect(await ribbon(page)).toEqual(drawn);
	expect(drawn).toContain(`${time} Nuala Brophy`);

	// It is taken back within the minute, and the visit is what it was.
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(page.getByText('Undone. Everything is as it was.')).toBeVisible();
	expect(await ribbon(page)).toEqual(before);

	// Cancelled, and taken back; then the whole of it is planned anew, and given up.
	await page.getByRole('button', { name: /^Ines Amaral/ }).click();
	await page.getByRole('button', { name: 'Cancel this appointment' }).click();
	await page.getByRole('button', { name: 'Yes, cancel' }).click();
	await expect(page.getByText('Cancelled. The time is free for another family.')).toBeVisible();
	await expect.poll(() => ribbon(page)).toHaveLength(before.length - 1);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect.poll(() => ribbon(page)).toEqual(before);
	await page.getByRole('button', { name: 'Change the whole visit' }).click();
	// All of it can be chosen again, and other times: the page remembers that it plans anew.
	await expect(page.getByRole('button', { name: `See ${before.length} teachers` })).toBeVisible();
	await page.getByRole('button', { name: /^See / }).click();
	await page.reload();
	await page.getByRole('button', { name: /show my visit/i }).click();
	await page.getByRole('radio').nth(1).check({ force: true });
	await expect(page.getByText(/^Compared with the first: /)).toBeVisible();
	const wanted = await ribbon(page);
	await page.getByRole('button', { name: 'Change my visit to this' }).click();
	await expect(page.getByText('Changed. This is your visit now.')).toBeVisible();
	await expect.poll(() => ribbon(page)).toEqual(wanted);
	await page.getByRole('button', { name: 'Cancel the whole visit' }).click();
	await page.getByRole('button', { name: 'Yes, cancel' }).click();
	await expect(page.getByText('Cancelled. The times are free for other families.')).toBeVisible();
	await expect(page.locator('.appointment')).toHaveCount(0);
});

test('from the link to a booked and moved visit by the keyboard alone', async ({
	browser,
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	const page = await phone(browser, await linkOf(office, demo, await somebodyNew(demo, 10)));
	const press = async (key: string, times = 1) => {
		for (let time = 0; time < times; time++) await page.keyboard.press(key);
	};
	const toThe = async (name: RegExp) => {
		for (let step = 0; step < 60; step++) {
			await page.keyboard.press('Tab');
			const at = page.locator(':focus');
			const said = await at.evaluate((here) => here.textContent);
			if (name.test(said.trim())) return;
		}
		throw new Error(`no ${name} within reach of the keyboard`);
	};
	await expect(page.getByRole('button', { name: /^See / })).toBeEnabled();
	await toThe(/^See /);
	await press('Enter');
	await expect(page.getByRole('heading', { name: 'When can you come?' })).toBeFocused();
	await toThe(/show my visit/i);
	await press('Enter');
	await expect(page.getByRole('button', { name: 'Take this visit' })).toBeVisible();
	// Arrow keys go over the suggestions, as over any radio buttons.
	await page.getByRole('radio').first().focus();
	await press('ArrowRight');
	await expect(page.getByRole('radio').nth(1)).toBeChecked();
	await toThe(/^Take this visit/);
	await press('Enter');
	await expect(booked(page)).toBeVisible();
	await expect(page.getByRole('heading', { name: 'Your visit' })).toBeFocused();
	await toThe(/Details, move or cancel$/);
	await press('Enter');
	await toThe(/^Move$/);
	await press('Enter');
	await expect(page.getByRole('heading', { name: /^Move / })).toBeFocused();
	await press('Tab');
	await press('Space');
	await toThe(/^Move to /);
	await press('Enter');
	await expect(page.getByText('Moved. This is your visit now.')).toBeVisible();
});

test('a full teacher: the waiting list, an offer, booked; and a time that the school offers', async ({
	browser,
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	// Nobody waits before this family.
	await demo.sql`delete from waiting`;
	const page = await phone(browser, await linkOf(office, demo, 'Dwight Boone'));
	const out = page.locator('.teacher.out').first();
	await expect(out).toContainText('has no times left');
	const teacher = await out.locator('strong').innerText();
	await out.getByRole('button', { name: 'Tell me if a place opens' }).click();
	await expect(out).toContainText('You are on the waiting list.');
	// Somebody else gives a place up.
	const [gone] = await demo.sql<{ id: string; family: string }[]>`
		select appointment.id, appointment.family_id as family from appointment
		join desk on desk.id = desk_id
		where desk.name = ${teacher} and stands and starts_at > '2026-12-04' order by starts_at limit 1`;
	const [adult] = await demo.sql<{ name: string }[]>`
		select concat_ws(' ', given_name, family_name) as name from adult
		join family_adult on adult_id = adult.id where family_id = ${gone!.family} order by adult.id limit 1`;
	const other = await phone(browser, await linkOf(office, demo, adult!.name));
	await other.getByRole('button', { name: new RegExp(`^${teacher}`) }).click();
	await other.getByRole('button', { name: 'Cancel this appointment' }).click();
	await other.getByRole('button', { name: 'Yes, cancel' }).click();
	await expect(other.getByText('Cancelled. The time')).toBeVisible();
	await expect
		.poll(() => demo.sql`select id from hold where kind = 'waiting'`, { timeout: 20_000 })
		.toHaveLength(1);
	await page.reload();
	await expect(page.getByRole('heading', { name: 'A place has opened' })).toBeVisible();
	await page.getByRole('button', { name: /^Take \d/ }).click();
	await expect(booked(page)).toBeVisible();
	expect((await ribbon(page)).join()).toContain(teacher);
	expect(await demo.sql`select id from hold where kind = 'waiting'`).toHaveLength(0);

	// The school offers another time; the family says no.
	const [free] = await demo.sql<
		{ slot: string; wish: string; conference: string; family: string }[]
	>`
		select slot.id as slot, wish.id as wish, wish.conference_id as conference, wish.family_id as family
		from wish join wish_desk on wish_id = wish.id
		join slot on slot.desk_id = wish_desk.desk_id
		join family_adult on family_adult.family_id = wish.family_id
		join adult on adult.id = adult_id
		where adult.family_name = 'Boone' and adult.given_name = 'Dwight' and not optional
			and not exists (select from appointment_wish where wish_id = wish.id and appointment_wish.stands)
			and not exists (select from claim where occupancy = slot.id) and slot.blocked_at is null
		order by slot.starts_at limit 1`;
	await demo.sql`
		insert into hold (id, conference_id, family_id, kind, keeps, since, until)
		values (gen_random_uuid(), ${free!.conference}, ${free!.family}, 'offer',
			${demo.sql.json([{ slot: free!.slot, wishes: [free!.wish], slots: [free!.slot] }])},
			'2026-11-24T15:00:00Z', '2026-11-30T15:00:00Z')`;
	await page.reload();
	await expect(page.getByRole('heading', { name: 'The school offers you a time' })).toBeVisible();
	await page.getByRole('button', { name: /^Take \d/ }).click();
	await expect(booked(page)).toBeVisible();
	expect(await demo.sql`select id from hold where kind = 'offer'`).toHaveLength(0);
});

test('both parents at once: the second one reads that it is booked, and by whom', async ({
	browser,
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	const [pair] = await demo.sql<{ names: string[] }[]>`
		select array_agg(concat_ws(' ', given_name, family_name) order by adult.id) as names
		from family_adult join adult on adult.id = adult_id
		where family_id not in (select family_id from appointment where stands)
			and family_id not in (select family_id from family_adult join adult_right using (adult_id))
			and adult_id not in (select adult_id from family_adult group by adult_id having count(*) > 1)
		group by family_id having count(*) = 2 order by family_id limit 1`;
	const [first, second] = pair!.names as [string, string];
	const one = await phone(browser, await linkOf(office, demo, first));
	await toSuggestions(one);
	const other = await phone(browser, await linkOf(office, demo, second));
	await toSuggestions(other);
	await one.getByRole('button', { name: 'Take this visit' }).click();
	await expect(booked(one)).toBeVisible();
	await expect(other.getByText(`${first} has just booked this. This is your visit.`)).toBeVisible();
	expect(await ribbon(other)).toEqual(await ribbon(one));
	// What the one cancels is gone from the other's open page.
	await one
		.getByRole('button', { name: /Details, move or cancel$/ })
		.first()
		.click();
	await one.getByRole('button', { name: 'Cancel this appointment' }).click();
	await one.getByRole('button', { name: 'Yes, cancel' }).click();
	await expect(one.getByText('Cancelled. The time')).toBeVisible();
	await expect.poll(() => ribbon(other)).toEqual(await ribbon(one));
});

for (const lost of ['request', 'answer'] as const)
	test(`offline while confirming, with the ${lost} lost: it is tried again until it is known`, async ({
		browser,
		page: office,
		demo,
	}) => {
		await signIn(office, demo);
		const adult = await somebodyNew(demo, { request: 20, answer: 30 }[lost]);
		const page = await phone(browser, await linkOf(office, demo, adult));
		await toSuggestions(page);
		const wanted = await ribbon(page);
		let sent = 0;
		await page.route('**/do/visit.book**', async (route) => {
			sent++;
			if (lost === 'answer' && sent === 1) await route.fetch();
			await route.abort('internetdisconnected');
		});
		await page.getByRole('button', { name: 'Take this visit' }).click();
		const told = page.getByRole('alert');
		await expect(told).toContainText('We do not know yet whether you are booked.');
		expect(await ribbon(page)).toEqual(wanted);
		// The page is read again meanwhile: what was confirmed is taken up where it was.
		await page.reload();
		await expect(page.getByRole('alert')).toContainText('this page keeps trying');
		await page.unroute('**/do/visit.book**');
		await page.evaluate(() => window.dispatchEvent(new Event('online')));
		await expect(booked(page)).toBeVisible();
		await expect.poll(() => ribbon(page)).toEqual(wanted);
		const acts = await demo.sql`
			select act.id from act join adult on adult.id = actor_id
			where act.kind = 'visit.booked' and concat_ws(' ', given_name, family_name) = ${adult}`;
		expect(acts).toHaveLength(1);
	});

test('what was ticked and when is still there after a reload', async ({
	browser,
	page: office,
	demo,
}) => {
	await signIn(office, demo);
	const page = await phone(browser, await linkOf(office, demo, await somebodyNew(demo, 40)));
	await page.goto(demo.origin + VISIT);
	const box = page.getByRole('checkbox').first();
	await expect(page.getByRole('button', { name: /^See / })).toBeEnabled();
	await box.uncheck();
	await page.getByRole('button', { name: /^See / }).click();
	await page.getByRole('button', { name: /^After the break/ }).click();
	await page.reload();
	const chip = page.getByRole('button', { name: /^After the break/ });
	await expect(chip).toHaveAttribute('aria-pressed', 'true');
	await page.goBack();
	await expect(page.getByRole('checkbox').first()).not.toBeChecked();
});

test('somebody asked along finds one appointment and nothing of the family, until it is taken back', async ({
	browser,
	page: office,
	demo,
	complaints,
}) => {
	await signIn(office, demo);
	const page = await phone(browser, await linkOf(office, demo, await somebodyNew(demo, 30)));
	await toSuggestions(page);
	await page.getByRole('button', { name: 'Take this visit' }).click();
	await expect(booked(page)).toBeVisible();
	const children = await page.locator('.student').allInnerTexts();
	await page
		.getByRole('button', { name: /Details, move or cancel$/ })
		.first()
		.click();
	await page.getByRole('button', { name: 'Invite somebody to come along' }).click();
	const ask = page.getByRole('button', { name: 'Invite them' });
	await ask.click();
	await expect(page.getByRole('alert')).toHaveText('Type a name.');
	await page.getByLabel('Who comes along').fill('Sam Worker');
	await page.getByLabel('E-mail address').fill('sam@');
	await ask.click();
	await expect(page.getByRole('alert')).toContainText('Type an e-mail address');
	await page.getByLabel('E-mail address').fill('');
	await ask.click();
	await expect(page.getByText('Sam Worker is invited.')).toBeVisible();
	const link = await page.getByText(/\/g\/\w+$/).innerText();

	const guest = await phone(browser, link);
	await expect(guest.getByRole('heading', { name: /^You are invited to meet / })).toBeVisible();
	const told = await guest.locator('main').innerText();
	expect(children.length).toBeGreaterThan(0);
	expect(children.filter((child) => told.includes(child))).toEqual([]);
	const file = await guest.request.get(`${link}/visit.ics`);
	expect(await file.text()).toContain('STATUS:CONFIRMED');

	await page.getByRole('button', { name: 'Withdraw the invitation of Sam Worker' }).click();
	await expect(page.getByText('Sam Worker is invited.')).toHaveCount(0);
	await guest.reload();
	await expect(guest.getByRole('heading', { name: 'This link does not work' })).toBeVisible();
	complaints.splice(0);
});
