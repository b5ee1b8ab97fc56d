import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { logoPicture } from '$lib/server/look/logo-picture';
import { logoAt, setLogo, takeLogo } from '$lib/server/look/logos';
import { changeSchool } from '$lib/server/register/change-school';
import { readSchool } from '$lib/server/register/school';
import { school } from '$lib/server/foundation/database/schema';
import { freshApp } from './database';
import { organiserOf } from './organiser-of';

const svg = (inside: string, about = 'width="200" height="80"') =>
	Buffer.from(
		`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${about}>${inside}</svg>`,
	);
const SHIELD = '<path d="M20 0h60v50l-30 30-30-30z" fill="#0b2545"/>';

/** The colours of a picture's points that cover what is behind them. */
async function coloursOf(png: Buffer): Promise<Set<string>> {
	const { data } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
	const colours = new Set<string>();
	for (let at = 0; at < data.length; at += 4)
		if (data[at + 3] === 255) colours.add(data.subarray(at, at + 3).toString('hex'));
	return colours;
}

async function drawn(bytes: Buffer) {
	const made = await logoPicture(bytes);
	if (!made.ok) throw new Error(made.reason);
	return made.logo;
}

describe('a logo', () => {
	it('is drawn anew as pixels, without its margin, as large as it is needed', async () => {
		const logo = await drawn(svg(SHIELD));
		expect(await sharp(logo.png).metadata()).toMatchObject({ format: 'png', hasAlpha: true });
		// The shield is 60 by 80 of the drawing's units.
		expect(logo.height).toBe(240);
		expect(logo.width).toBeGreaterThan(176);
		expect(logo.width).toBeLessThan(184);
		expect([...(await coloursOf(logo.png))]).toEqual(['0b2545']);
	});

	it('may name its namespaces, as drawing programs do', async () => {
		const drawing = `<!DOCTYPE svg [<!ENTITY ns_svg "http://www.w3.org/2000/svg">]>\n<svg xmlns="&ns_svg;" width="200" height="80">${SHIELD}</svg>`;
		expect((await drawn(Buffer.from(drawing))).height).toBe(240);
	});

	it('of a photograph keeps nothing of where it was taken', async () => {
		const taken = await sharp({
			create: { width: 900, height: 600, channels: 3, background: '#7a5c3e' },
		})
			.withExif({ IFD3: { GPSLatitude: '44/1 38/1 0/1' } })
			.jpeg()
			.toBuffer();
		const made = await sharp((await drawn(taken)).png).metadata();
		expect([made.exif, made.xmp]).toEqual([undefined, undefined]);
	});

	it.each([
		['script', '<script>document.write("x")</script>'],
		['a page within', '<foreignObject width="9" height="9"><p>words</p></foreignObject>'],
		['what acts when it is touched', '<rect width="1" height="1" fill="none" onclick="steal()"/>'],
		[
			'a picture of elsewhere',
			'<image xlink:href="http://127.0.0.1:9/a.png" width="9" height="9"/>',
		],
		['a file of the server', '<image xlink:href="file:///work/secret.png" width="9" height="9"/>'],
		['a style sheet of elsewhere', '<style>@import url(http://127.0.0.1:9/a.css);</style>'],
	])('with %s is drawn without it', async (_, active) => {
		const logo = await drawn(svg(SHIELD + active));
		expect([...(await coloursOf(logo.png))]).toEqual(['0b2545']);
		expect(logo.png.toString('latin1')).not.toMatch(/script|http|words|steal/);
	});

	const laughs = [...'bcdefghij'].map(
		(name, index) => `<!ENTITY ${name} "${`&${'abcdefghi'[index]};`.repeat(10)}">`,
	);
	const doubled = Array.from(
		{ length: 12 },
		(_, index) => `<g id="g${index + 1}">${`<use xlink:href="#g${index}"/>`.repeat(10)}</g>`,
	);

	it.each<[string, () => Promise<Buffer> | Buffer, string]>([
		['a text', () => Buffer.from('no picture'), 'no-logo'],
		['a page', () => Buffer.from('<!doctype html><html><body>x</body></html>'), 'no-logo'],
		[
			'names that stand for one another (a bomb of entities)',
			() =>
				Buffer.from(
					`<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${laughs.join('')}]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&j;</text></svg>`,
				),
			'no-logo',
		],
		[
			'a file of the server by a name',
			() =>
				Buffer.from(
					'<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/hostname">]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text y="9">&x;</text></svg>',
				),
			'no-logo',
		],
		[
			'parts that repeat parts a billion times',
			() => svg(`<defs><g id="g0">${SHIELD}</g>${doubled.join('')}</defs><use xlink:href="#g12"/>`),
			'too-intricate',
		],
		['a drawing that is compressed', () => gzipSync(svg(SHIELD)), 'no-logo'],
		[
			'names that stand for parts which repeat parts',
			() =>
				Buffer.from(
					`<!DOCTYPE svg [<!ENTITY u "<use href='#g'/>">]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><g id="g"/>&u;&u;</svg>`,
				),
			'too-intricate',
		],
		[
			'a drawing within the drawing',
			() =>
				svg('<image width="9" height="9" xlink:href="d&#97;ta:image/svg+xml;base64,PHN2Zy8+"/>'),
			'too-intricate',
		],
		[
			'one of a million by a million',
			() => svg(SHIELD, 'width="1000000" height="1000000"'),
			'no-logo',
		],
		[
			'a photograph that says it is larger than memory',
			async () => {
				const png = await sharp({
					create: { width: 2, height: 2, channels: 3, background: 'red' },
				})
					.png()
					.toBuffer();
				// PNG specification, section 11.2.2: width and height are the first eight bytes of IHDR, at 16.
				png.writeUInt32BE(60_000, 16);
				png.writeUInt32BE(60_000, 20);
				return png;
			},
			'no-logo',
		],
		['a drawing of 2 MB', () => svg(SHIELD + ' '.repeat(2 * 1024 * 1024)), 'too-large'],
		['6 MB', () => Buffer.alloc(6 * 1024 * 1024), 'too-large'],
	])('is none of %s', async (_, make, reason) => {
		expect(await logoPicture(await make())).toEqual({ ok: false, reason });
	});

	it.each<[string, string, boolean, boolean]>([
		['dark blue on nothing', SHIELD, true, false],
		['white on nothing', '<path d="M20 0h60v50l-30 30-30-30z" fill="white"/>', false, true],
		[
			'white letters in a red shield',
			'<circle cx="40" cy="40" r="40" fill="#c0392b"/><circle cx="40" cy="40" r="30" fill="white"/>',
			true,
			true,
		],
		[
			'white all over',
			'<rect width="200" height="80" fill="white"/><path d="M9 9h9v9z"/>',
			true,
			true,
		],
	])('%s is seen where it can be', async (_, inside, byDay, inTheDark) => {
		expect(await drawn(svg(inside))).toMatchObject({
			showsByDay: byDay,
			showsInTheDark: inTheDark,
		});
	});
});

describe('the school’s look', () => {
	let app: App;
	let organiser: Awaited<ReturnType<typeof organiserOf>>;

	beforeAll(async () => {
		app = await freshApp();
		organiser = await organiserOf(app);
	});

	it('is there for the next page, and another logo has another address', async () => {
		expect((await app.look.current())?.logo).toBeNull();
		expect(await takeLogo(app, organiser, new Blob([svg(SHIELD)]))).toBeNull();
		const first = (await app.look.current())!.logo!;
		expect(await logoAt(app.db, first.digest)).toBeInstanceOf(Buffer);
		await takeLogo(app, organiser, new Blob([svg('<circle cx="40" cy="40" r="40"/>')]));
		const second = (await app.look.current())!.logo!;
		expect(second.digest).not.toBe(first.digest);
		expect(await logoAt(app.db, first.digest)).toBeNull();
		await setLogo(app, organiser, { logo: null });
		expect((await app.look.current())?.logo).toBeNull();
	});

	it('keeps colour, welcome, address and hours, and no colour that is none', async () => {
		const { name, timeZone, version } = (await readSchool(app.db))!;
		const given = {
			name,
			timeZone,
			version,
			telephone: '',
			welcome: 'Come in.',
			postalAddress: '1 Quay\nCove',
			officeHours: 'Mornings',
		};
		const done = await changeSchool(app, organiser, { ...given, colour: '#ffd200' });
		expect(done.ok).toBe(true);
		expect(await app.look.current()).toMatchObject({
			welcome: 'Come in.',
			postalAddress: '1 Quay\nCove',
			officeHours: 'Mornings',
		});
		await expect(app.db.update(school).set({ colour: '#ff' })).rejects.toThrow();
	});
});
