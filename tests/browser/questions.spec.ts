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
	await expect(office.getByText('Give at least two to choose from.')).toBeVisible();
	await office.getByLabel('What there is to choose from, one in each line').fill('By car\nBy bus');
	await office.getByRole('button', { name: 'Move up: How do you come?' }).press('Enter');
	await office.getByRole('button', { name: 'Save the questions' }).press('Enter');
	await expect(office.getByText(/^Saved\./)).toBeVisible();
	await office.reload();
	await expect(office.getByLabel('Question', { exact: true }).nth(2)).toHaveValue(
		'How do you come?',
	);

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
	await expect(family.getByRole('alert')).toHaveText('Please answer this; the school needs it.');
	await family.getByLabel('By bus').check();
	await family.getByRole('button', { name: 'Book this visit' }).click();
	await expect(family.getByText('Booked.')).toBeVisible();
	await expect(family.getByText('By bus')).toBeVisible();

	await family.getByRole('button', { name: 'Change what you said' }).click();
	await family.getByLabel('By car').check();
	await family.getByRole('button', { name: 'Keep it' }).click();
	await expect(family.getByText('The school has it.')).toBeVisible();
	await expect(family.getByText('By car')).toBeVisible();

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
