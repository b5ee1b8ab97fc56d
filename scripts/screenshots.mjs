// Takes the pictures in docs/screenshots from a demo that was just started:
//   bin/demo --fresh | tee /tmp/demo.log      and then      node scripts/screenshots.mjs /tmp/demo.log
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureChromium, projectRoot, refuse } from './project.mjs';

const said = readFileSync(
	process.argv[2] ?? refuse('Name the file with what bin/demo said.'),
	'utf8',
);
/** @param {RegExp} pattern */
const find = (pattern) => pattern.exec(said)?.[1] ?? refuse(`bin/demo did not say ${pattern}.`);
const origin = find(/is ready at (\S+)/);
const folder = join(projectRoot, 'docs/screenshots');
mkdirSync(folder, { recursive: true });

const browser = await chromium.launch({
	executablePath: ensureChromium(),
	args: [
		'--no-sandbox',
		'--disable-gpu',
		'--disable-dev-shm-usage',
		'--disable-background-networking',
	],
});
/** @param {number} width @param {number} height */
const open = async (width, height) =>
	(await browser.newContext({ viewport: { width, height }, locale: 'en-GB' })).newPage();
/** @param {import('@playwright/test').Page} page @param {string} name */
async function take(page, name) {
	await page.waitForLoadState('networkidle').catch(() => {});
	await page.evaluate(() => document.fonts.ready);
	await page.screenshot({ path: join(folder, `${name}.png`) });
}

const family = await open(390, 844);
await family.goto(find(/Family\s+(\S+)\s+\(Adeyemi-Holt\)/), { waitUntil: 'domcontentloaded' });
await family.waitForTimeout(500);
await take(family, 'family-whom');
await family.getByRole('button', { name: /^See / }).click();
await take(family, 'family-when');
await family.getByRole('button', { name: /show my visit/i }).click();
await family.getByRole('button', { name: 'Take this visit' }).waitFor();
await take(family, 'family-suggestion');
await family.getByRole('button', { name: 'Take this visit' }).click();
await family.getByText('Booked.').waitFor();
await take(family, 'family-visit');

const teacher = await open(1280, 800);
await teacher.goto(find(/Teacher\s+(\S+)/));
await take(teacher, 'teacher-day');
const ownDesk = await open(390, 844);
await ownDesk.goto(find(/Teacher\s+(\S+)/));
await ownDesk.waitForTimeout(1000);
await ownDesk
	.getByRole('link', { name: /^Hours and place of/ })
	.first()
	.click();
await ownDesk.getByRole('heading', { name: 'Calendars and hours off' }).waitFor();
await take(ownDesk, 'teacher-desk');

const office = await open(1280, 800);
await office.goto(`${origin}/sign-in`);
await office.getByLabel('E-mail').fill(find(/Organiser\s+\S+\s+(\S+)/));
await office.getByLabel('Password').fill(find(/Organiser\s+\S+\s+\S+\s+(\S+)/));
await office.getByRole('button', { name: 'Sign in' }).click();
await office.waitForURL('**/office');
await take(office, 'office');
for (const station of [
	...['basics', 'desks', 'rules', 'questions', 'readiness'],
	...['share', 'families'],
]) {
	await office.goto(`${origin}/office/winter-conferences/${station}`, {
		waitUntil: 'domcontentloaded',
	});
	await office.waitForTimeout(500);
	if (station === 'desks') {
		await office.locator('.bar').nth(8).click();
		await office.getByLabel('Break from').waitFor();
	}
	await take(office, station);
}
await office.goto(`${origin}/office/winter-conferences/families?find=adeyemi`);
await office.getByRole('link', { name: 'Adeyemi-Holt', exact: true }).click();
await office.getByRole('heading', { name: 'Not booked yet' }).waitFor();
await office.waitForTimeout(1500);
await take(office, 'family-sheet');
await office.getByRole('link', { name: 'On the floor' }).last().click();
await office.getByRole('complementary', { name: 'Seat' }).waitFor();
await office.waitForTimeout(500);
await take(office, 'floor');
await office.goto(`${origin}/office/people/lists`);
await office.locator('input[type=file]').setInputFiles({
	name: 'students.csv',
	mimeType: 'text/csv',
	buffer: Buffer.from(
		[
			'Student number,Last name,First name,Grade,Class',
			'4001,Adeyemi-Holt,Leila,Grade 8,8B',
			'4900,Thibodeau,Marguerite,Grade 2,2A',
			'4901,Raskin,Ilya,Grade 6,07-Aug',
		].join('\n'),
	),
});
await office.getByRole('button', { name: 'See what would change' }).click();
await office.getByText('Rows with mistakes').first().waitFor();
await office.evaluate(() => scrollTo(0, document.body.scrollHeight));
await take(office, 'lists');
await office.goto(`${origin}/office/winter-conferences/outbox?for=adeyemi`);
await office.getByRole('link', { name: 'Booked' }).first().click();
await office.locator('iframe').waitFor();
await take(office, 'outbox');
await office.goto(`${origin}/office/winter-conferences/try`);
await office.frameLocator('iframe').first().getByRole('button', { name: /^See / }).waitFor();
await office.waitForTimeout(500);
await take(office, 'try');
await browser.close();
