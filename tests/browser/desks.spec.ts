import type { Locator, Page } from '@playwright/test';
import { expect, signIn, test } from './house';

test.use({ demoOf: 'the desks' });

const DESKS = 'office/winter-conferences/desks';

/** A desk's hours on the ruler, as its bars say them: `Thu 15:30–17:20 Puffin`. */
async function hoursOf(page: Page, name: string): Promise<string[]> {
	const labels = await row(page, name)
		.locator('.bar')
		.evaluateAll((bars) => bars.map((bar) => bar.getAttribute('aria-label')!));
	return labels.map((label) => {
		const [, day, hours, place] = /, (\w{3})\w* [^,]+, (\S+): .*; (.*)$/.exec(label)!;
		return `${day} ${hours} ${place}`;
	});
}

const row = (page: Page, name: string): Locator =>
	page.locator('.ruler [role=row]').filter({ has: page.locator('strong', { hasText: name }) });

const bar = (page: Page, name: string, index: number): Locator =>
	row(page, name).locator('.bar').nth(index);

/** Drags a bar by so many minutes, as the ruler is drawn just then. */
async function drag(page: Page, from: Locator, at: 'start' | 'middle' | 'end', minutes: number) {
	await from.scrollIntoViewIfNeeded();
	const box = (await from.boundingBox())!;
	const by = minutes * (await pixelsPerMinute(from));
	const y = box.y + box.height / 2;
	const x =
		at === 'start' ? box.x + 1 : at === 'end' ? box.x + box.width - 1 : box.x + box.width / 2;
	await page.mouse.move(x, y);
	await page.mouse.down();
	await page.mouse.move(x + by / 2, y, { steps: 3 });
	await page.mouse.move(x + by, y, { steps: 3 });
	await page.mouse.up();
}

async function pixelsPerMinute(bar: Locator): Promise<number> {
	const label = (await bar.getAttribute('aria-label'))!;
	const [from, to] = /(\d\d):(\d\d)–(\d\d):(\d\d)/
		.exec(label)!
		.slice(1)
		.map(Number)
		.reduce<number[]>((all, part, index) => {
			if (index % 2 === 0) return [...all, part * 60];
			return [...all.slice(0, -1), all.at(-1)! + part];
		}, []) as [number, number];
	return (await bar.boundingBox())!.width / (to - from);
}

const saved = (page: Page) => expect(page.locator('[data-saving=saved]')).toBeVisible();

test('hours are drawn, dragged, stretched and split with the hand, and found after a reload', async ({
	page,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/${DESKS}`);
	await saved(page);
	const usual = ['Thu 15:30–17:20 Tern', 'Thu 17:50–19:30 Tern', 'Fri 09:00–12:00 Tern'];
	expect(await hoursOf(page, 'Tobias Wren')).toEqual(usual);

	await drag(page, bar(page, 'Tobias Wren', 2), 'middle', 30);
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toContain('Fri 09:30–12:30 Tern');
	await drag(page, bar(page, 'Tobias Wren', 2), 'end', -60);
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toContain('Fri 09:30–11:30 Tern');
	await drag(page, bar(page, 'Tobias Wren', 2), 'start', -30);
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toContain('Fri 09:00–11:30 Tern');
	// A bar stops where the next one begins.
	await drag(page, bar(page, 'Tobias Wren', 0), 'end', 180);
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toContain('Thu 15:30–17:50 Tern');

	// Drawn on empty time, after the last of the date.
	const last = bar(page, 'Tobias Wren', 2);
	const after = (await last.boundingBox())!;
	const from = after.x + after.width + 4;
	await page.mouse.move(from, after.y + after.height / 2);
	await page.mouse.down();
	await page.mouse.move(from + 30 * (await pixelsPerMinute(last)), after.y + 5, { steps: 4 });
	await page.mouse.up();
	await expect(row(page, 'Tobias Wren').locator('.bar')).toHaveCount(4);

	await bar(page, 'Tobias Wren', 2).click();
	await page.getByLabel('Break from').fill('10am');
	await page.getByRole('button', { name: 'Cut a break' }).click();
	await expect
		.poll(() => hoursOf(page, 'Tobias Wren'))
		.toEqual(expect.arrayContaining(['Fri 09:00–10:00 Tern', 'Fri 10:15–11:30 Tern']));

	await saved(page);
	const now = await hoursOf(page, 'Tobias Wren');
	await page.reload();
	expect(await hoursOf(page, 'Tobias Wren')).toEqual(now);

	await page.getByRole('checkbox', { name: 'Choose Tobias Wren' }).check();
	await page.getByRole('button', { name: 'Follow the conference’s hours again' }).click();
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toEqual(usual);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toEqual(now);
	await page.getByRole('button', { name: 'Redo' }).click();
	await expect.poll(() => hoursOf(page, 'Tobias Wren')).toEqual(usual);
	await saved(page);
});

test('the keyboard alone does the same, also for all desks at once', async ({ page, demo }) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/${DESKS}`);
	await saved(page);
	const name = 'Rukhsana Mirza';
	const spoken = page.locator('.work > [aria-live=polite]');
	await page.getByRole('searchbox', { name: 'Find a desk' }).fill('mirza');
	await expect(page.locator('.ruler .bar')).toHaveCount(3);
	// From the find box the next stop is the ruler's first bar.
	await page.locator('.ruler .bar').first().focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('Shift+ArrowRight');
	await page.keyboard.press('Shift+ArrowRight');
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 09:10–12:10 Kittiwake');
	await expect(spoken).toContainText('09:10–12:10');
	await page.keyboard.press('Control+ArrowLeft');
	await page.keyboard.press('Control+Shift+ArrowLeft');
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 09:05–12:05 Kittiwake');

	await page.keyboard.press('s');
	await expect(page.getByLabel('Break from')).toBeFocused();
	await page.keyboard.type('10:30');
	await page.keyboard.press('Enter');
	await expect
		.poll(() => hoursOf(page, name))
		.toEqual(expect.arrayContaining(['Fri 09:05–10:30 Kittiwake', 'Fri 10:45–12:05 Kittiwake']));

	// Typed: Enter leads to the times, which are read any sensible way.
	await bar(page, name, 3).focus();
	await page.keyboard.press('Enter');
	await expect(page.getByLabel('From', { exact: true })).toBeFocused();
	await page.keyboard.type('10.50 am');
	await page.keyboard.press('Tab');
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 10:50–12:05 Kittiwake');
	await page.getByLabel('Until').fill('1');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('alert')).toContainText('This ends before it starts.');
	await page.getByRole('button', { name: 'Did you mean 10:50–13:00?' }).press('Enter');
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 10:50–13:00 Kittiwake');

	await bar(page, name, 0).focus();
	await page.keyboard.press('Delete');
	await expect(row(page, name).locator('.bar')).toHaveCount(3);
	await row(page, name).locator('.bar').first().focus();
	await page.keyboard.press('n');
	await expect.poll(() => hoursOf(page, name)).toContain('Thu 15:30–17:20 Kittiwake');

	// To all desks: copy here, choose all, paste there.
	await page.keyboard.press('Control+c');
	await page.getByRole('searchbox', { name: 'Find a desk' }).fill('');
	await bar(page, 'Nuala Brophy', 0).focus();
	await page.keyboard.press('Control+Shift+ArrowRight');
	await expect.poll(() => hoursOf(page, 'Nuala Brophy')).toContain('Thu 15:35–17:20 Petrel');
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Control+v');
	await expect.poll(() => hoursOf(page, 'Nuala Brophy')).toContain('Thu 15:30–17:20 Petrel');
	await page.keyboard.press('Control+z');
	await expect.poll(() => hoursOf(page, 'Nuala Brophy')).toContain('Thu 15:35–17:20 Petrel');
	await saved(page);
	await page.reload();
	expect(await hoursOf(page, 'Nuala Brophy')).toContain('Thu 15:35–17:20 Petrel');
	expect(await hoursOf(page, name)).toContain('Fri 10:50–13:00 Kittiwake');
});

test('a block is pasted, rooms are given out, and all of it survives a loss of the network', async ({
	page,
	context,
	demo,
	complaints,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/${DESKS}`);
	await saved(page);
	await page.getByRole('button', { name: 'Paste a list' }).click();
	await page
		.getByLabel('Cells from a spreadsheet')
		.fill(
			'Teacher\tDay\tFrom\tTo\tRoom\nEmrys Beynon\tThursday\t4pm\t6pm\tPlover\n\tFri\t9:30\t11\tPlover\nWanda Bright\t\t\t\tEider\nEmrys Beynon\tSunday\t9\t10',
		);
	await expect(page.getByRole('alert')).toContainText('Line 5: “Sunday” is not a date');
	await expect(page.getByText('new desk')).toBeVisible();
	await page.getByRole('button', { name: 'Take over 2 desks' }).click();
	await expect
		.poll(() => hoursOf(page, 'Emrys Beynon'))
		.toEqual(['Thu 16:00–18:00 Plover', 'Fri 09:30–11:00 Plover']);
	expect(await hoursOf(page, 'Wanda Bright')).toEqual([
		'Thu 15:30–17:20 Eider',
		'Thu 17:50–19:30 Eider',
		'Fri 09:00–12:00 Eider',
	]);
	await saved(page);

	// Three desks are in a room for two: it is told, and mended by giving out rooms.
	await expect(page.getByText(/^\d+ clash/)).toBeVisible();
	await page.getByText(/^\d+ clash/).click();
	await expect(page.getByText(/Eider has too few places for .*Wanda Bright/).first()).toBeVisible();
	await page.getByRole('button', { name: 'Give out rooms' }).click();
	const proposal = page.getByRole('checkbox', { name: /Wanda Bright Eider →/ });
	await expect(proposal).toBeChecked();
	for (const other of await page.locator('aside.sheet li').getByRole('checkbox').all())
		if (!(await other.evaluate((box) => box.closest('label')!.textContent.includes('Wanda'))))
			await other.uncheck();
	await page.getByRole('button', { name: 'Take over for 1 desk' }).click();
	await expect.poll(() => hoursOf(page, 'Wanda Bright')).not.toContain('Thu 15:30–17:20 Eider');
	await expect(page.getByText(/Eider has too few places/)).toHaveCount(0);
	await saved(page);

	await context.setOffline(true);
	await bar(page, 'Emrys Beynon', 1).focus();
	await page.keyboard.press('Shift+ArrowRight');
	await expect(page.locator('[data-saving=offline]')).toContainText('No connection.');
	await page.keyboard.press('Shift+ArrowRight');
	await expect.poll(() => hoursOf(page, 'Emrys Beynon')).toContain('Fri 09:40–11:10 Plover');
	await context.setOffline(false);
	await saved(page);
	const rows = await demo.sql<{ when: { start: number } }[]>`
		select series."when" from series join desk on desk.id = desk_id
		where desk.name = 'Emrys Beynon' and series."when" ->> 'date' = '2026-12-04'`;
	expect(rows.map(({ when }) => when.start)).toEqual([9 * 60 + 40]);

	// A page that is closed while there is no network goes on where it was.
	await page.route('**/do/desks.save', (route) => route.abort());
	await bar(page, 'Emrys Beynon', 0).focus();
	await page.keyboard.press('Control+ArrowRight');
	await expect(page.locator('[data-saving=offline]')).toBeVisible();
	await page.unroute('**/do/desks.save');
	await page.reload();
	await expect.poll(() => hoursOf(page, 'Emrys Beynon')).toContain('Thu 16:00–18:05 Plover');
	await expect
		.poll(
			async () =>
				(
					await demo.sql`select from series join desk on desk.id = desk_id
						where desk.name = 'Emrys Beynon' and series."when" ->> 'end' = '1085'`
				).length,
		)
		.toBe(1);
	// The browser itself complains of what could not be sent; nothing else does.
	expect(complaints.filter((text) => !/ERR_(INTERNET_DISCONNECTED|FAILED)/.test(text))).toEqual([]);
	complaints.length = 0;
});

test('two organisers see each other’s changes, and choose where both set the same', async ({
	page,
	browser,
	demo,
}) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/${DESKS}`);
	await saved(page);
	const other = await (await browser.newContext()).newPage();
	await signIn(other, demo);
	await other.goto(`${demo.origin}/${DESKS}`);
	await saved(other);

	const name = 'Ludmila Horak';
	await bar(other, name, 2).focus();
	await other.keyboard.press('Shift+ArrowRight');
	await saved(other);
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 09:05–12:05 Sandpiper');

	// One cannot send for a while; the other changes the same hours meanwhile.
	await other.route('**/do/desks.save', (route) => route.abort());
	await bar(other, name, 2).focus();
	await other.keyboard.press('Shift+ArrowRight');
	await expect(other.locator('[data-saving=offline]')).toBeVisible();
	await bar(page, name, 2).focus();
	await page.keyboard.press('Control+ArrowRight');
	await saved(page);
	await other.unroute('**/do/desks.save');
	await expect(other.getByRole('alert')).toContainText('Ludmila Horak: Hours');
	await expect(other.getByRole('button', { name: /Keep: Fri 4 Dec 09:05–12:10/ })).toBeVisible();
	await other.getByRole('button', { name: /Mine: Fri 4 Dec 09:10–12:10/ }).click();
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 09:10–12:10 Sandpiper');

	// What was read before an own change and comes in after it does not take it back.
	let isRead = false;
	let release = () => {};
	const released = new Promise<void>((resolve) => (release = resolve));
	await page.route(
		'**/ask/desks.board',
		async (route) => {
			const response = await route.fetch();
			isRead = true;
			await released;
			await route.fulfill({ response });
		},
		{ times: 1 },
	);
	await bar(other, name, 2).focus();
	await other.keyboard.press('Control+ArrowRight');
	await expect.poll(() => isRead).toBe(true);
	await bar(page, name, 0).focus();
	await page.keyboard.press('Control+ArrowRight');
	await saved(page);
	await expect.poll(() => hoursOf(page, name)).toContain('Fri 09:10–12:15 Sandpiper');
	const now = await hoursOf(page, name);
	const overtaken = page.waitForResponse('**/ask/desks.board');
	release();
	await (await overtaken).finished();
	expect(await hoursOf(page, name)).toEqual(now);
	await other.close();
});

test('booked slots that no longer fit are listed, and can be kept', async ({ page, demo }) => {
	await signIn(page, demo);
	await page.goto(`${demo.origin}/${DESKS}`);
	await saved(page);
	const [booked] = await demo.sql<{ name: string; taken: number }[]>`
		select desk.name, count(*)::int as taken from taken_slot
		join slot on slot.id = slot_id join desk on desk.id = slot.desk_id
		where slot.local_date = '2026-12-04' and slot.detached_at is null
		group by desk.name having count(*) between 2 and 8 order by 2, 1 limit 1`;
	await page.getByRole('searchbox', { name: 'Find a desk' }).fill(booked!.name);
	const keep = page.getByRole('button', { name: 'Keep it at this time' });
	const before = await keep.count();
	await row(page, booked!.name).locator('.bar[data-date="2026-12-04"]').first().focus();
	await page.keyboard.press('Delete');
	await expect(keep).toHaveCount(before + booked!.taken);
	await expect(page.getByRole('heading', { name: /no longer/ })).toBeVisible();
	await page
		.locator('li')
		.filter({ hasText: booked!.name })
		.filter({ has: keep })
		.first()
		.getByRole('button')
		.click();
	await expect(keep).toHaveCount(before + booked!.taken - 1);
	const [kept] = await demo.sql<{ slots: number }[]>`
		select count(*)::int as slots from slot join desk on desk.id = desk_id
		where desk.name = ${booked!.name} and local_date = '2026-12-04' and detached_at is null`;
	expect(kept!.slots).toBe(1);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(keep).toHaveCount(before);
});
