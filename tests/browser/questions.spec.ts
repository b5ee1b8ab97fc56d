import { expect, phone, signIn, test } from './house';

test.use({ demoOf: 'questions' });

const AT = '/office/winter-conferences/questions';

test('from a family’s phone to the teacher’s list: asked, answered, changed once', async ({
	page: office,
	browser,
	demo,
}) => {
	await signIn(office, demo);
	await office.goto(demo.origin + AT);
	await expect(office.getByRole('link', { name: /^Questions/ })).toContainText(
		'families are asked 2 things',
	);
	// By keyboard: two more, the second put before the first.
	await office.getByRole('button', { name: 'Add a question' }).press('Enter');
	await office.keyboard.type('Who comes along?');
	const add = office.getByRole('button', { name: 'Add a question' });
	await add.press('Enter');
	await expect(office.getByText('Each question costs bookings.')).toBeVisible();
	await office.keyboard.type('How do you come?');
	await office.getByLabel('How it is answered').last().selectOption({ label: 'one of several' });
	await office.getByLabel('Nobody can book without answering').last().press('Space');
	await office.getByRole('button', { name: 'Save the questions' }).press('Enter');
	await expect(office.getByText('Give at least two answers to choose from.')).toBeVisible();
	await office.getByLabel('Answers to choose from, one on each line').fill('By car\nBy bus');
	await office.getByRole('button', { name: 'Move up: How do you come?' }).press('Enter');
	await office.getByRole('button', { name: 'Save the questions' }).press('Enter');
	await expect(office.getByText(/^Saved\./)).toBeVisible();
	await office.reload();
	await expect(office.getByLabel('Question', { exact: true }).nth(2)).toHaveValue(
		'How do you come?',
	);

	// And by its grip: the last one before the one above it.
	const texts = office.getByLabel('Question', { exact: true });
	const grips = office.locator('.grip');
	await grips.last().scrollIntoViewIfNeeded();
	const [low, high] = [(await grips.nth(3).boundingBox())!, (await grips.nth(2).boundingBox())!];
	await office.mouse.move(low.x + 5, low.y + 8);
	await office.mouse.down();
	await office.mouse.move(low.x + 5, low.y - 40, { steps: 8 });
	await office.mouse.move(high.x + 5, high.y + 4, { steps: 12 });
	await expect(texts.nth(2)).toHaveValue('Who comes along?');
	await office.mouse.up();
	await office.getByRole('button', { name: 'Save the questions' }).click();
	await expect(office.getByText(/^Saved\./)).toBeVisible();

	const family = await phone(browser, demo.families.Gulzar);
	await family.getByRole('button', { name: /^See / }).click();
	await family.getByRole('button', { name: /show my visit/i }).click();
	await family.getByRole('button', { name: 'Take this visit' }).click();
	await expect(family.getByRole('heading', { name: 'Before it is booked' })).toBeFocused();
	await family.getByLabel('Who comes along?').fill('My sister');
	// What was typed survives a reload, and the visit is kept meanwhile.
	await family.reload();
	await expect(family.getByLabel('Who comes along?')).toHaveValue('My sister');
	await family.getByRole('button', { name: 'Book this visit' }).click();
	await expect(family.getByRole('alert')).toHaveText('Please answer this: the school needs it.');
	await family.getByLabel('By bus').check();
	await family.getByRole('button', { name: 'Book this visit' }).click();
	await expect(family.getByText('Booked.')).toBeVisible();
	await expect(family.getByText('By bus')).toBeVisible();

	await family.getByRole('button', { name: 'Change what you said' }).click();
	await family.getByLabel('By car').check();
	await family.getByRole('button', { name: 'Save', exact: true }).click();
	await expect(family.getByText('The school has it.')).toBeVisible();
	await expect(family.getByText('By car')).toBeVisible();

	// A step back in the history leads to the visit: nothing is asked any more.
	await family.goBack();
	await expect(family.getByRole('heading', { name: 'Your visit' })).toBeVisible();

	// Whoever receives the family reads it: on the floor, and on the teacher's own list.
	const [seated] = await demo.sql`
		select person_id, appointment.conference_id
		from answer join appointment on appointment.family_id = answer.family_id
		join desk_person on desk_person.desk_id = appointment.desk_id
		where value = '"By car"' and appointment.standing = 'booked' limit 1`;
	const board = await office.request.post(`${demo.origin}/ask/desks.board`, {
		data: { conferenceId: seated!.conference_id },
		headers: { origin: demo.origin },
	});
	const { teachers } = (await board.json()) as { teachers: { id: string; ownLink: string }[] };
	const teacher = await browser.newPage();
	await teacher.goto(teachers.find(({ id }) => id === seated!.person_id)!.ownLink);
	await expect(teacher.getByText('By car').first()).toBeVisible();
	await expect(teacher.getByText('My sister').first()).toBeVisible();
	await teacher.close();
});

test('an offer at a desk that asks something is taken once that is said', async ({
	browser,
	demo,
}) => {
	await demo.sql`delete from question where whole`;
	const [free] = await demo.sql`
		select slot.id as slot, wish.id as wish, wish.conference_id as conference,
			wish.family_id as family
		from wish join wish_desk on wish_id = wish.id
		join question_desk on question_desk.desk_id = wish_desk.desk_id
		join question on question.id = question_id and required
		join slot on slot.desk_id = wish_desk.desk_id
		join family on family.id = wish.family_id and family.label = 'Adeyemi-Holt'
		where not exists (select from claim where occupancy = slot.id)
		order by slot.starts_at limit 1`;
	await demo.sql`update conference set version = version + 1`;
	await demo.sql`
		insert into hold (id, conference_id, family_id, kind, keeps, since, until)
		values (gen_random_uuid(), ${free!.conference}, ${free!.family}, 'offer',
			${demo.sql.json([{ slot: free!.slot, wishes: [free!.wish], slots: [free!.slot] }])},
			'2026-11-24T15:00:00Z', '2026-11-30T15:00:00Z')`;
	const page = await phone(browser, demo.families['Adeyemi-Holt']);
	await page.getByRole('button', { name: /^Take \d/ }).click();
	await page.getByLabel('Which number shall I call?').fill('902 555 0107');
	await page.getByRole('button', { name: 'Book this visit' }).click();
	await expect(page.getByText('Booked.')).toBeVisible();
	expect(await demo.sql`select id from hold where kind = 'offer'`).toHaveLength(0);
	expect(await demo.sql`select value from answer where wish_id = ${free!.wish}`).toEqual([
		{ value: '902 555 0107' },
	]);
});
