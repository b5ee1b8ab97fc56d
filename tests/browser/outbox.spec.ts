import { startLetterbox } from '../../scripts/letterbox.mjs';
import { expect, openDemo, phone, PHONE, signIn, test, toSuggestions } from './house';

test('messages go out, stand in the outbox with their links covered, and can be sent again', async ({
	browser,
	page: office,
}) => {
	const letterbox = await startLetterbox();
	const demo = await openDemo({ SMTP_URL: letterbox.smtpUrl });
	try {
		const lettersTo = (address: string) =>
			letterbox.letters.filter(({ to }) => to.includes(address));
		const family = await phone(browser, demo.families['Adeyemi-Holt']);
		await toSuggestions(family);
		await family.getByRole('button', { name: 'Take this visit' }).click();
		await family
			.getByRole('button', { name: /Details, move or cancel$/ })
			.first()
			.click();
		await family.getByRole('button', { name: 'Invite somebody to come along' }).click();
		await family.getByLabel('Who comes along').fill('Sam Worker');
		await family.getByLabel('E-mail address').fill('sam@town.example');
		await family.getByRole('button', { name: 'Invite them' }).click();
		await expect.poll(() => lettersTo('sam@town.example').length, { timeout: 20_000 }).toBe(1);
		const [told] = lettersTo('sam@town.example');
		const guest = await phone(browser, /https?:\S+\/g\/\w+/.exec(told!.text)![0]);
		await expect(guest.getByRole('heading', { name: /^You are invited/ })).toBeVisible();

		// What the family did itself waits until it cannot be taken back any more.
		expect(lettersTo('folake.adeyemi@post.example')).toEqual([]);
		await signIn(office, demo);
		await office.goto(`${demo.origin}/office/winter-conferences/outbox?for=adeyemi`);
		const lines = office.locator('tbody tr');
		await expect(lines.filter({ hasText: 'Folake Adeyemi' }).first()).toContainText('waits');
		await lines
			.filter({ hasText: 'Sam Worker' })
			.getByRole('link', { name: 'Invited along' })
			.click();
		await expect(office.getByRole('heading', { name: /^You are invited:/ })).toBeVisible();
		const letter = office.frameLocator('iframe');
		await expect(
			letter.getByText('A family would like you to come to this appointment'),
		).toBeVisible();
		await expect(letter.getByRole('link', { name: 'See when and where' })).toHaveAttribute(
			'href',
			/\/g\/…$/,
		);
		await office.getByRole('button', { name: 'Send it again' }).click();
		await expect(office.getByText('It goes out again in a moment')).toBeVisible();
		await expect.poll(() => lettersTo('sam@town.example').length, { timeout: 20_000 }).toBe(2);
		expect(new Set(lettersTo('sam@town.example').map(({ id }) => id)).size).toBe(1);

		// A lost link comes by message, and waits for nobody then.
		const lost = await (await browser.newContext({ viewport: PHONE })).newPage();
		await lost.goto(demo.origin);
		await lost.getByText('I lost my link or my letter').click();
		await lost.getByLabel('Your e-mail address').fill('farah.gulzar@post.example');
		await lost.getByRole('button', { name: 'Ask the school for it' }).click();
		await expect
			.poll(() => lettersTo('farah.gulzar@post.example').length, { timeout: 20_000 })
			.toBe(1);
		const [found] = lettersTo('farah.gulzar@post.example');
		await lost.goto(/https?:\S+\/i\/\w+/.exec(found!.text)![0]);
		await expect(lost.getByRole('button', { name: /^See / })).toBeVisible();
		await office.goto(`${demo.origin}/office/winter-conferences/to-answer`);
		await expect(office.getByRole('heading', { name: 'To answer' })).toBeVisible();
		await expect(office.getByRole('heading', { name: 'Lost link' })).toHaveCount(0);
		for (const page of [family, guest, lost]) await page.context().close();
		await office.goto('about:blank');
	} finally {
		await demo.stop();
		await letterbox.stop();
	}
});

test('who gets what is set in sentences, in the school’s own words, and shown with a real family', async ({
	browser,
	page: office,
}) => {
	const letterbox = await startLetterbox();
	const demo = await openDemo({ SMTP_URL: letterbox.smtpUrl });
	try {
		await signIn(office, demo);
		await office.goto(`${demo.origin}/office/winter-conferences/notices`);
		await office.getByLabel('2 days before').check();
		const evening = office.getByLabel('When teachers read what the day holds');
		await evening.fill('half past');
		const words = office.getByLabel('In every message');
		await words.fill('Dear {nmae}, parking is behind the gym.');
		await office.getByRole('button', { name: 'Save' }).click();
		await expect(office.getByText('Please type a time of day, like 18:00.')).toBeVisible();
		await expect(office.getByText('In braces, use only name,')).toBeVisible();
		await expect(words).toHaveValue('Dear {nmae}, parking is behind the gym.');
		await evening.fill('5.30 pm');
		await words.fill('Dear {name}, parking is behind the gym.');
		await office.getByRole('button', { name: 'Save' }).click();
		await expect(office.getByText('Saved.')).toBeVisible();
		await office.reload();
		await expect(evening).toHaveValue('17:30');
		await expect(office.getByLabel('2 days before')).toBeChecked();
		await office.getByRole('button', { name: 'Show it' }).click();
		await expect(
			office.frameLocator('iframe').getByText(/^Dear .+, parking is behind the gym\.$/),
		).toBeVisible();
		await office.getByRole('button', { name: 'Send it to me' }).click();
		await expect(office.getByText(`The message is on its way to ${demo.email}`)).toBeVisible();
		expect(letterbox.letters.map(({ to }) => to)).toEqual([demo.email]);
		expect(letterbox.letters[0]!.text).toContain('parking is behind the gym');

		// What somebody asks for is answered on the teacher's own page.
		await demo.sql`
			update appointment set standing = 'asked', answer_by = starts_at
			where id = (select appointment.id from appointment join desk on desk.id = desk_id
				where desk.name = 'Oskar Lindqvist' and stands order by starts_at limit 1)`;
		const teacher = await phone(browser, demo.teacher);
		await teacher.getByRole('button', { name: /^Accept / }).click();
		await expect(teacher.getByRole('button', { name: /^Accept / })).toHaveCount(0);
		await teacher.getByLabel('Only what changes on the day').check();
		await teacher.getByRole('button', { name: 'Save' }).click();
		await expect(teacher.getByText('Saved.')).toBeVisible();
		await teacher.context().close();
		await office.goto('about:blank');
	} finally {
		await demo.stop();
		await letterbox.stop();
	}
});
