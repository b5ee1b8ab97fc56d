import type { Page } from '@playwright/test';
import { startLetterbox } from '../../scripts/letterbox.mjs';
import { checkAccess } from './check-access';
import { expect, openDemo, PHONE, signIn, test, type SeededHouse } from './house';

const DOOR = '/come/winter-conferences';

let letterbox: Awaited<ReturnType<typeof startLetterbox>>;
let demo: SeededHouse;
test.beforeAll(async () => {
	letterbox = await startLetterbox();
	demo = await openDemo({ SMTP_URL: letterbox.smtpUrl });
});
test.afterAll(async () => {
	await demo.stop();
	await letterbox.stop();
});

/** Says in the rules who may book. */
async function openTo(office: Page, who: string) {
	await office.goto(`${demo.origin}/office/winter-conferences/rules`);
	const [saved] = await Promise.all([
		office.waitForResponse((response) => response.url().endsWith('/do/rules.save')),
		office.getByLabel('Who may book').selectOption({ label: who }),
	]);
	expect(saved.ok()).toBe(true);
}

/** Asks for a link at the door; the page that it opens. */
async function comeBy(page: Page, email: string) {
	await page.goto(demo.origin + DOOR);
	await page.getByLabel('Your e-mail address').fill(email);
	await page.getByRole('button', { name: 'Send me the link' }).click();
	await expect(page.getByText(`We have sent a link to ${email}.`)).toBeVisible();
	const ours = () => letterbox.letters.find(({ to }) => to.includes(email));
	await expect.poll(() => ours()?.text).toContain('/come/in/');
	const link = /https?:\S+/.exec(ours()!.text)![0];
	letterbox.letters.length = 0;
	await page.goto(link);
	return link;
}

const onPhone = async (page: Page) => {
	const context = await page.context().browser()!.newContext({ viewport: PHONE });
	return context.newPage();
};

test('a new family is let in once its address is proved, a known one is joined, a stranger learns nothing', async ({
	page: office,
	complaints,
}) => {
	const stranger = await onPhone(office);
	expect((await stranger.request.get(demo.origin + DOOR)).status()).toBe(404);
	await signIn(office, demo);
	await openTo(office, 'anybody who has the link');
	await office.goto(`${demo.origin}/office/winter-conferences/share`);
	const shown = `${demo.origin.replace('http://', '')}${DOOR}`;
	await expect(office.getByText(shown, { exact: true })).toBeVisible();

	const link = await comeBy(stranger, 'mina@post.example');
	await expect(stranger.getByText('mina@post.example is your address.')).toBeVisible();
	const go = stranger.getByRole('button', { name: 'Choose times' });
	await go.click();
	await expect(stranger.getByText('Type your family name.')).toBeVisible();
	await checkAccess(stranger);
	await expect(stranger.getByText('Type the name of at least one child.')).toBeVisible();
	await stranger.getByLabel('Your family name').fill('Okoye');
	const first = stranger.getByRole('group', { name: 'Child 1' });
	await first.getByLabel('Given name').fill('Ife');
	await first.getByLabel('Family name').fill('Okoye');
	await first.getByLabel('Class').selectOption('7A');
	await stranger.getByText('Add another child').first().click();
	const second = stranger.getByRole('group', { name: 'Child 2' });
	await second.getByLabel('Given name').fill('Tobe');
	await go.click();
	await expect(
		stranger.getByText('Type the given name and the family name of each child.'),
	).toBeVisible();
	await expect(second.getByLabel('Given name')).toHaveValue('Tobe');
	await second.getByLabel('Family name').fill('Okoye');
	await go.click();
	await expect(stranger.getByText('Choose a class for each child.')).toBeVisible();
	await second.getByLabel('Class').selectOption('Another class, or no class yet');
	await go.click();
	await stranger.waitForURL('**/visit/winter-conferences');
	await expect(stranger.getByText('Ife').first()).toBeVisible();
	// The message with the own link stays with them; the first link is spent.
	await expect
		.poll(() => letterbox.letters.map(({ to }) => to).join())
		.toContain('mina@post.example');
	const another = await onPhone(office);
	expect((await another.goto(link))!.status()).toBe(404);

	// Somebody on the list comes to the own page, by the same door and the same answer.
	await comeBy(another, 'farah.gulzar@post.example');
	await another.getByRole('button', { name: 'Open my page' }).click();
	await another.waitForURL('**/visit/winter-conferences');
	await expect(another.getByText('Okoye')).toHaveCount(0);
	const [{ families } = { families: 0 }] = await demo.sql<{ families: number }[]>`
		select count(*)::int as families from family_adult
		join adult on adult.id = adult_id and lower(email) = 'farah.gulzar@post.example'`;
	expect(families).toBe(1);

	// A hundred entries from one address are slowed.
	const come = (at: number) =>
		stranger.request.post(demo.origin + DOOR, {
			headers: { origin: demo.origin, 'x-sveltekit-action': 'true' },
			form: { email: `guest${at}@post.example` },
		});
	const answers: string[] = [];
	for (let at = 0; at < 100; at++) answers.push(await (await come(at)).text());
	const slowed = answers.filter((answer) => answer.includes('Too many attempts')).length;
	expect(slowed).toBeGreaterThan(50);
	complaints.splice(0);
});

test('the office lets in who asks, and sees whose child has a known name', async ({
	page: office,
}) => {
	await demo.sql`delete from attempt`;
	await signIn(office, demo);
	await openTo(office, 'anybody who has the link and whom the office lets in');
	const parent = await onPhone(office);
	await parent.goto(demo.origin + DOOR);
	await checkAccess(parent);
	await comeBy(parent, 'new@post.example');
	await parent.getByLabel('Your family name').fill('Adeyemi');
	const child = parent.getByRole('group', { name: 'Child 1' });
	await child.getByLabel('Given name').fill('leila');
	await child.getByLabel('Family name').fill('ADEYEMI-Holt');
	await child.getByLabel('Class').selectOption('7A');
	await parent.getByRole('button', { name: 'Ask to book' }).click();
	await expect(parent.getByText('The office has had your request since')).toBeVisible();

	await office.goto(`${demo.origin}/office/winter-conferences/to-answer`);
	const card = office.getByRole('article', { name: 'Adeyemi' });
	await expect(card.getByText('new@post.example')).toBeVisible();
	await checkAccess(office);
	await expect(card.getByRole('button', { name: /^Add to / })).toBeVisible();
	await card.getByText('Decline', { exact: true }).click();
	await card.getByLabel('A note to them (optional)').fill('Please call us.');
	letterbox.letters.length = 0;
	await card.getByRole('button', { name: 'Decline and write to them' }).click();
	await expect(card).toHaveCount(0);
	await expect.poll(() => letterbox.letters[0]?.text).toContain('Please call us.');

	await comeBy(parent, 'new@post.example');
	await parent.getByLabel('Your family name').fill('Adeyemi');
	await child.getByLabel('Given name').fill('Leila');
	await child.getByLabel('Family name').fill('Adeyemi-Holt');
	await child.getByLabel('Class').selectOption('7A');
	await parent.getByRole('button', { name: 'Ask to book' }).click();
	await expect(parent.getByText('The office has had your request since')).toBeVisible();
	// An open list gets the request by itself.
	await card.getByRole('button', { name: /^Add to / }).click();
	await expect(card).toHaveCount(0);
	const ours = () => letterbox.letters.find(({ to }) => to.includes('new@post.example'));
	await expect.poll(() => ours()?.text).toContain('/i/');
	await parent.goto(/https?:\S+\/i\/\S+/.exec(ours()!.text)![0]);
	await expect(parent.getByText('Leila').first()).toBeVisible();
});
