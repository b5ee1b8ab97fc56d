// The office at work while booking is open: a caller's visit, the floor's seats, what waits for an answer.
import type { Page } from '@playwright/test';
import { expect, linkOf, phone, signIn, test, type SeededHouse } from './house';

test.use({ demoOf: 'the floor acts' });

const AT = '/office/winter-conferences';

const seat = (page: Page, desk: string, state: string) =>
	page.getByRole('group', { name: desk }).getByRole('link', { name: new RegExp(`, ${state}`) });

/** The families for which the open seat fits. */
const fitting = (page: Page) =>
	page.getByRole('list', { name: 'Which family?' }).locator('button:enabled');

const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ }).first();

const conferenceOf = async (demo: SeededHouse): Promise<string> =>
	(await demo.sql<{ id: string }[]>`select id from conference limit 1`)[0]!.id;

async function openFloor(page: Page, demo: SeededHouse) {
	await signIn(page, demo);
	await page.goto(`${demo.origin}${AT}/floor`);
}

test('a caller’s visit is booked, moved, cancelled and taken back by the keyboard alone', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}${AT}/readiness`);
	await page.keyboard.press('F2');
	await page.keyboard.type('gulzer');
	await expect(page.getByRole('option', { name: /Gulzar/ })).toBeVisible();

	let keys = 0;
	const press = async (key: string) => {
		keys++;
		await page.keyboard.press(key);
	};
	await press('Enter');
	await expect(page.getByRole('button', { name: /^Book these/ })).toBeEnabled();
	await press('b');
	await expect(page.getByText(/^Booked: \d+ appointments/)).toBeVisible();
	expect(keys).toBeLessThanOrEqual(12);
	// Nothing of it is offered once more.
	await expect(page.getByRole('button', { name: /^Book these/ })).toHaveCount(0);

	const lines = page.getByRole('region', { name: 'Visit' }).locator('ol').first().locator('li');
	const before = await lines.count();
	await press('m');
	await expect(page.getByRole('button', { name: /December, \d\d:\d\d/ }).first()).toBeFocused();
	await press('Enter');
	await expect(page.getByText('Moved.')).toBeVisible();
	await press('c');
	await expect(page.getByText('Cancelled. The time is free for another family.')).toBeVisible();
	await expect(lines).not.toHaveCount(before);
	await page.keyboard.press('Control+z');
	await expect(page.getByText('Undone. Everything is as it was.').first()).toBeVisible();

	// The family reads it on its own page, and what happened is told with who did it.
	await expect(page.getByText(/booked for Gulzar/)).toBeVisible();
	const family = await page.context().browser()!.newPage();
	await family.goto(demo.families.Gulzar);
	await expect(family.getByRole('heading', { name: 'Your visit' })).toBeVisible();
	await family.close();
});

test('a seat is given, moved, swapped, blocked and opened on the floor by the keyboard alone', async ({
	page,
	demo,
}) => {
	await openFloor(page, demo);
	await seat(page, 'Anselm Kofler', 'free').first().focus();
	await page.keyboard.press('Enter');
	await expect(page.getByRole('complementary', { name: 'Seat' })).toBeVisible();
	await page.keyboard.press('b');
	await expect(fitting(page).first()).toBeVisible();
	await expect(page.getByRole('searchbox', { name: 'Which family?' })).toBeFocused();
	await page.keyboard.press('Enter');
	await expect(page.getByText(/^Booked for /)).toBeVisible();

	const toChoose = page.getByRole('complementary', { name: 'Seat' }).getByRole('status');
	await page.keyboard.press('m');
	await expect(toChoose).toHaveText(/^Choose where to/);
	await page.locator('a.seat.picked').focus();
	await page.keyboard.press('Escape');
	await expect(toChoose).toHaveCount(0);
	await page.keyboard.press('m');
	await expect(toChoose).toHaveText(/^Choose where to/);
	const lit = page.locator('a.seat.lit').first();
	await lit.focus();
	await page.keyboard.press('Enter');
	await expect(page.getByText('Moved.')).toBeVisible();
	await undo(page).focus();
	await page.keyboard.press('Control+z');
	await expect(page.getByText('Undone. Everything is as it was.')).toBeVisible();

	const free = seat(page, 'Anselm Kofler', 'free').last();
	const id = await free.getAttribute('data-slot');
	await free.focus();
	await page.keyboard.press('Enter');
	await expect(page).toHaveURL(new RegExp(id!));
	await page.keyboard.press('x');
	await page.keyboard.type('Choir practice');
	await page.keyboard.press('Enter');
	await expect(page.getByText('Blocked 1 seat.')).toBeVisible();
	await expect(page.getByText('Choir practice')).toBeVisible();
	await expect(page.locator(`[data-slot="${id}"]`)).toHaveAccessibleName(/blocked/);
	await page.locator(`[data-slot="${id}"]`).focus();
	await page.keyboard.press('u');
	await expect(page.getByText('Opened 1 seat again.')).toBeVisible();
	await expect(page.locator(`[data-slot="${id}"]`)).toHaveAccessibleName(/free/);

	await seat(page, 'Ines Amaral', 'booked').first().focus();
	await page.keyboard.press('Enter');
	await expect(page.getByRole('button', { name: /^Swap/ })).toBeVisible();
	await page.keyboard.press('s');
	await expect(page.getByText(/^Choose whom to swap with/)).toBeVisible();
	await page.locator('a.seat.lit').first().focus();
	await page.keyboard.press('Enter');
	await expect(page.getByText('Swapped.')).toBeVisible();

	const row = page.getByRole('group', { name: 'Wen-hui Tsai' }).getByRole('link');
	const many = await row.count();
	await row.last().focus();
	await page.keyboard.press('Enter');
	await expect(page.getByRole('button', { name: /^Add a slot/ })).toBeVisible();
	await page.keyboard.press('l');
	await expect(page.getByText('One more slot at the end.')).toBeVisible();
	await expect(row).toHaveCount(many + 1);
	await page.keyboard.press('Control+z');
	await expect(page.getByText('Undone. Everything is as it was.')).toBeVisible();
	await expect(row).toHaveCount(many);
});

test('a booked seat is dragged to another time', async ({ page, demo }) => {
	await openFloor(page, demo);
	await seat(page, 'Halima Sesay', 'booked').first().click();
	await page.getByRole('button', { name: /^Move/ }).click();
	const lit = page.locator('a.seat.lit').first();
	const to = await lit.getAttribute('data-slot');
	await page.locator('a.seat.picked').dragTo(lit);
	await expect(page.getByText('Moved.')).toBeVisible();
	await expect(page.locator(`[data-slot="${to}"]`)).toHaveAccessibleName(/booked/);
});

test('a meeting by video is held in the school’s house by one key, and by another one as it was', async ({
	page,
	demo,
}) => {
	await demo.sql`insert into series_place (series_id, place_id, rank)
		select distinct series_id, place.id, 9 from sitting join desk on desk.id = desk_id, place
		where desk.name = 'Anselm Kofler' and local_date = '2026-12-04' and place.name = 'Sandpiper'
		on conflict do nothing`;
	await demo.sql`update conference set version = version + 1`;
	await openFloor(page, demo);
	await page.getByRole('link', { name: /^Friday/ }).click();
	await expect(page).toHaveURL(/date=2026-12-04/);
	const sheet = page.getByRole('complementary', { name: 'Seat' });
	const where = sheet.getByRole('definition').first();
	await seat(page, 'Anselm Kofler', 'booked').first().click();
	await expect(where).toHaveText(/^Video/);
	// The family’s next talk is by video at once, and finding a screen takes a quarter of an hour.
	await page.keyboard.press('h');
	await expect(sheet.getByRole('alert')).toHaveText(/no longer fits with the rest of the visit/);

	await demo.sql`update conference set switch_minutes = 0, version = version + 1`;
	await page.reload();
	await expect(where).toHaveText(/^Video/);
	await page.keyboard.press('h');
	await expect(page.getByText('Changed how they meet.')).toBeVisible();
	await expect(where).toHaveText(/^Sandpiper/);
	await page.keyboard.press('Control+z');
	await expect(where).toHaveText(/^Video/);
});

test('a family meets teachers of none of its children, from its sheet and on the floor', async ({
	page,
	demo,
}) => {
	const strangers = await demo.sql<{ name: string }[]>`
		select name from desk
		where not for_all and not exists (
			select from wish_desk join wish on wish.id = wish_id join family on family.id = family_id
			where desk_id = desk.id and label = 'Gulzar')
		and exists (select from slot where desk_id = desk.id and local_date = '2026-12-03'
			and not exists (select from taken_slot where slot_id = slot.id))
		order by number limit 2`;
	const [first, second] = strangers.map(({ name }) => name) as [string, string];
	await signIn(page, demo);
	await page.goto(`${demo.origin}${AT}/families`);
	await page.keyboard.press('F2');
	await page.keyboard.type('gulzar');
	await expect(page.getByRole('option', { name: /Gulzar/ })).toBeVisible();
	await page.keyboard.press('Enter');
	const visit = page.getByRole('region', { name: 'Visit' });
	await visit.getByRole('combobox', { name: /Add somebody to meet/ }).fill(first);
	await expect(page.getByRole('option', { name: first })).toBeVisible();
	await page.keyboard.press('Enter');
	await expect(page.getByText('Added to the people they want to meet.')).toBeVisible();
	await expect(visit).toBeFocused();
	const take = visit.getByRole('button', { name: `Remove ${first}` });
	await expect(take).toBeVisible();
	await expect(visit.getByRole('listitem').filter({ hasText: `${first} in` })).toBeVisible();
	await page.keyboard.press('b');
	await expect(page.getByText(/^Booked: \d+ appointments?/)).toBeVisible();
	await expect(visit.locator('ol').first()).toContainText(first);

	await page.goto(`${demo.origin}${AT}/floor?date=2026-12-03`);
	await seat(page, second, 'free').last().click();
	const sheet = page.getByRole('complementary', { name: 'Seat' });
	await expect(sheet).toContainText(second);
	await page.keyboard.press('b');
	await expect(sheet.getByRole('searchbox')).toBeFocused();
	await page.keyboard.type('gulzar');
	await expect(
		fitting(page).filter({ hasText: 'not one of their teachers' }).first(),
	).toBeVisible();
	await page.keyboard.press('Enter');
	await expect(page.getByText('Booked for Gulzar.')).toBeVisible();
	await expect(sheet.getByText('Gulzar', { exact: true })).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(page.getByText('Undone. Everything is as it was.').first()).toBeVisible();
	const [left] = await demo.sql<{ count: number }[]>`
		select count(*)::int from wish where asked_by = 'office' and dropped_at is null`;
	expect(left).toEqual({ count: 1 });
});

test('a request is accepted with a word, another declined, and a question answered', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}${AT}/to-answer`);
	await expect(page.getByRole('link', { name: /^To answer/ })).toContainText('3 wait');
	await page.getByLabel('A note to the family (optional)').first().fill('Ring at the side door.');
	await page
		.getByRole('button', { name: /^Accept/ })
		.first()
		.click();
	await expect(page.getByText('Accepted. The family gets a message.')).toBeVisible();
	await page.getByRole('button', { name: /^Decline/ }).click();
	await expect(page.getByText('Declined. The family gets a message.')).toBeVisible();
	const [accepted] = await demo.sql`
		select answer_words, standing from appointment where answer_words is not null`;
	expect(accepted).toEqual({ answer_words: 'Ring at the side door.', standing: 'booked' });
	const waiting = page.getByRole('link', { name: /^To answer/ });
	await expect(waiting).toContainText('1 waits');
	await page.getByLabel('Your answer').fill('Come to room Curlew at seven.');
	await page.getByRole('button', { name: 'Send the answer' }).click();
	await expect(page.getByText('Come to room Curlew at seven.')).toHaveCount(0);
	await expect(waiting).toContainText('nothing to answer');
});

test('who waits gets what somebody else gives up, and the floor shows for whom it is kept', async ({
	page,
	demo,
}) => {
	const [full] = await demo.sql<{ desk: string; slot: string }[]>`
		select desk.name as desk, taken_slot.slot_id as slot
		from desk join appointment on desk_id = desk.id and appointment.stands
		join taken_slot on appointment_id = appointment.id
		where desk.id = (select desk_id from waiting join wish_desk using (wish_id)
			group by desk_id order by count(*) desc limit 1)
		order by appointment.starts_at limit 1`;
	await openFloor(page, demo);
	const given = page.locator(`[data-slot="${full!.slot}"]`);
	await given.click();
	await page.getByRole('button', { name: /^Cancel/ }).click();
	await expect(given).toHaveAccessibleName(/held/);
	await expect(page.getByText(/kept until/)).toBeVisible();
	expect(await demo.sql`select from hold where kind = 'waiting'`).toHaveLength(1);
});

test('an offer of two seats is taken by the family in its own browser', async ({
	page,
	browser,
	demo,
}) => {
	await openFloor(page, demo);
	const free = seat(page, 'Piet van Rooyen', 'free');
	await free.first().click();
	await expect(fitting(page).first()).toBeVisible();
	await free.nth(1).click({ modifiers: ['Shift'] });
	await page.getByRole('button', { name: /^Offer 2 seats/ }).click();
	const first = fitting(page).first();
	const label = await first.locator('span').first().innerText();
	await first.click();
	await expect(page.getByText(`Offered to ${label}.`)).toBeVisible();
	const [adult] = await demo.sql<{ name: string }[]>`
		select concat_ws(' ', given_name, family_name) as name from adult
		join family_adult on adult_id = adult.id
		where family_id in (select family_id from hold where kind = 'offer')
		order by adult.id limit 1`;
	const family = await phone(browser, await linkOf(page, demo, adult!.name));
	await expect(family.getByRole('heading', { name: 'The school offers you a time' })).toBeVisible();
	await family
		.getByRole('button', { name: /^Take \d/ })
		.first()
		.click();
	await expect(family.getByRole('heading', { name: 'Your visit' })).toBeVisible();
	expect(await demo.sql`select from hold where kind = 'offer'`).toHaveLength(0);
});

test('two people in the office: what one does the other sees, and who is later reads why', async ({
	page,
	browser,
	demo,
}) => {
	await openFloor(page, demo);
	const other = await browser.newPage();
	await openFloor(other, demo);
	// A third page that hears nothing of what others do.
	const deaf = await browser.newPage();
	await deaf.route('**/live/**', (route) => route.abort());
	await openFloor(deaf, demo);
	const id = await seat(page, 'Teuvo Harju', 'free').first().getAttribute('data-slot');
	for (const one of [page, other, deaf]) {
		await one.locator(`[data-slot="${id}"]`).click();
		await expect(one.getByRole('button', { name: /^Block/ })).toBeVisible();
	}
	await page.getByRole('button', { name: /^Block/ }).click();
	await page.keyboard.type('A visit');
	await page.keyboard.press('Enter');
	await expect(page.getByText('Blocked 1 seat.')).toBeVisible();
	await expect(other.getByText('A visit')).toBeVisible();
	await expect(other.locator(`[data-slot="${id}"]`)).toHaveAccessibleName(/blocked/);
	await fitting(deaf).first().click();
	await expect(deaf.getByRole('alert')).toHaveText('Not free for this family.');
	await expect(deaf.getByText('A visit')).toBeVisible();

	// Another date is read while the pointer rests on it; what happens there until it is pressed counts.
	const friday = (one: Page) => one.getByRole('link', { name: /^Friday/ });
	await Promise.all([page.waitForResponse(/floor\/.*__data\.json\?date=/), friday(page).hover()]);
	const here = await seat(other, 'Teuvo Harju', 'free').last().getAttribute('data-slot');
	await friday(other).click();
	await expect(friday(other)).toHaveAttribute('aria-current', 'date');
	const there = await seat(other, 'Teuvo Harju', 'free').last().getAttribute('data-slot');
	for (const slot of [there!, here!]) {
		const answer = await other.request.post(`${demo.origin}/do/seats.block`, {
			data: { conferenceId: await conferenceOf(demo), slots: [slot], reason: '', key: slot },
			headers: { origin: demo.origin },
		});
		expect(await answer.json()).toMatchObject({ ok: true });
	}
	await expect(page.locator(`[data-slot="${here}"]`)).toHaveAccessibleName(/blocked/);
	await friday(page).click();
	await expect(page.locator(`[data-slot="${there}"]`)).toHaveAccessibleName(/blocked/);
	await other.close();
	await deaf.close();
});

test('a helper books, blocks and undoes; what families ask for is for organisers to answer', async ({
	page,
	demo,
}) => {
	await demo.sql`update account set role = 'helper'`;
	try {
		await openFloor(page, demo);
		await seat(page, 'Wen-hui Tsai', 'free').first().click();
		await expect(page.getByRole('button', { name: /^Block/ })).toBeVisible();
		await expect(page.getByRole('button', { name: /^Add a slot/ })).toHaveCount(0);
		await fitting(page).first().click();
		await expect(page.getByText(/^Booked for /)).toBeVisible();
		await undo(page).click();
		await expect(page.getByText('Undone. Everything is as it was.')).toBeVisible();
		await page.goto(`${demo.origin}${AT}/to-answer`);
		await expect(page.getByRole('button', { name: /^Accept/ })).toHaveCount(0);
	} finally {
		await demo.sql`update account set role = 'organiser'`;
	}
});

test('families are asked for by ready-made questions, and just those are reminded and saved', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}${AT}/families`);
	await page.getByLabel('Which families').selectOption('Nothing booked yet');
	await expect(page).toHaveURL(/which=not-booked/);
	await page.locator('select[name=class]').selectOption('7A');
	await expect(page).toHaveURL(/class=7A/);
	const shown = await page.locator('tbody tr').count();
	expect(shown).toBeGreaterThan(0);
	const [known] = await demo.sql<{ count: number }[]>`
		select count(distinct family.id)::int as count from family
		join family_student on family_student.family_id = family.id
		join enrolment on enrolment.student_id = family_student.student_id
		join class on class.id = class_id
		where class.label = '7A' and exists (select from wish where wish.family_id = family.id
				and dropped_at is null and not optional)
			and not exists (select from appointment where appointment.family_id = family.id and stands)`;
	expect(shown).toBe(known!.count);
	const download = page.waitForEvent('download');
	await page.getByText('Save as a file').click();
	await page.getByRole('link', { name: 'Save as CSV' }).click();
	const file = await (await download).createReadStream();
	const text = (await file.toArray()).join('');
	expect(text.trim().split('\r\n')).toHaveLength(shown + 1);

	await page.getByRole('button', { name: /^Remind/ }).click();
	await page.getByRole('group').getByRole('button', { name: /send/i }).click();
	await expect(page.getByRole('status').filter({ hasText: /message/i })).toBeVisible();
	const told = await demo.sql<{ family: string }[]>`
		select distinct family_id as family from notice where kind = 'not-booked'`;
	expect(told.length).toBeGreaterThan(0);
	expect(told.length).toBeLessThanOrEqual(shown);
});

test('sheets are printed for teachers, doors, rooms, families and classes, and the whole board', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}${AT}/sheets`);
	for (const [kind, title] of [
		['For teachers', 'Adjoa Mensah'],
		['For doors', 'Adjoa Mensah'],
		['For rooms', 'Curlew'],
		['For classes', 'Class 1A'],
		['The whole board', 'Thursday'],
	] as const) {
		await page.getByRole('link', { name: kind }).click();
		await expect(page.getByRole('link', { name: kind })).toHaveAttribute('aria-current', 'page');
		await expect(page.getByRole('heading', { name: new RegExp(title) }).first()).toBeAttached();
	}
	await page.getByRole('link', { name: 'For families' }).click();
	const which = page.getByLabel('Which');
	await which.selectOption({ index: 1 });
	await expect(page.getByRole('button', { name: 'Print 1 sheet' })).toBeEnabled();
	// On paper it has all of the width, and takes one page.
	const pdf = (await page.pdf({ format: 'A4' })).toString('latin1');
	expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
});
