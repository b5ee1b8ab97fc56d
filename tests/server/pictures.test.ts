import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { loadPlans } from '$lib/server/desks/load-plans';
import { pictureAt, setPicture, takePicture } from '$lib/server/pictures/pictures';
import { picturesOf } from '$lib/server/pictures/pictures-of';
import { smallPicture } from '$lib/server/pictures/small-picture';
import { setLeft } from '$lib/server/register/set-left';
import { familyView } from '$lib/server/visits/family-view';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool, type SmallSchool } from './small-school';

const photo = (width: number, height: number) =>
	sharp({ create: { width, height, channels: 3, background: '#7a5c3e' } });
const text = (content: string) => Buffer.from(content);

describe('a picture made small', () => {
	it('is square, turned as it was taken, and says nothing of where that was', async () => {
		const taken = await photo(900, 600)
			.withExif({ IFD0: { Make: 'A camera' }, IFD3: { GPSLatitude: '44/1 38/1 0/1' } })
			.jpeg()
			.toBuffer();
		expect((await sharp(taken).metadata()).exif).toBeDefined();
		const small = await smallPicture(taken);
		if (!small.ok) throw new Error(small.reason);
		const made = await sharp(small.webp).metadata();
		expect(made).toMatchObject({ format: 'webp', width: 192, height: 192 });
		expect([made.exif, made.xmp, made.icc]).toEqual([undefined, undefined, undefined]);
	});

	/** A PNG that says it is of 60,000 by 60,000 pixels, in fewer bytes than this sentence has letters. */
	const bomb = async () => {
		const png = await photo(2, 2).png().toBuffer();
		// PNG specification, section 11.2.2: width and height are the first eight bytes of IHDR, at 16.
		png.writeUInt32BE(60_000, 16);
		png.writeUInt32BE(60_000, 20);
		return png;
	};

	it.each<[string, () => Promise<Buffer>, string]>([
		['a text', async () => text('This is no picture.'), 'no-picture'],
		[
			'a drawing that could hold a program',
			async () => text('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
			'no-picture',
		],
		['one that would fill the memory', bomb, 'no-picture'],
		[
			'half a picture',
			async () => (await photo(300, 300).jpeg().toBuffer()).subarray(0, 200),
			'no-picture',
		],
		['one that is too large', async () => Buffer.alloc(12 * 1024 * 1024 + 1), 'too-large'],
	])('is none of %s', async (_, make, reason) => {
		expect(await smallPicture(await make())).toEqual({ ok: false, reason });
	});
});

describe('a teacher’s picture', () => {
	let app: App;
	let school: SmallSchool;
	let person: string;

	beforeAll(async () => {
		app = await freshApp();
		school = await smallSchool(app, { families: 1, desks: 2 });
		const [plan] = await loadPlans(app.db, school.conference);
		person = plan!.people[0]!.person;
	});
	const shown = async () => {
		const { actor, id } = school.families[0]!;
		const { desks } = await familyView(app, actor, school.conference, id);
		return desks.map(({ picture }) => picture);
	};
	const take = async () =>
		takePicture(
			app,
			{ kind: 'teacher', person },
			person,
			new Blob([new Uint8Array(await photo(400, 400).png().toBuffer())]),
		);

	it('is shown where families choose, at an address that nobody can guess', async () => {
		expect(await shown()).toEqual([null, null]);
		expect(await take()).toBeNull();
		const address = (await picturesOf(app.db, [person])).get(person)!;
		expect(await shown()).toEqual([address, null]);
		const [, digest] = address.split('/');
		expect(await pictureAt(app, person, digest!)).toBeInstanceOf(Buffer);
		expect(await pictureAt(app, person, 'another')).toBeNull();
	});

	it('is the teacher’s and the organiser’s to give and to take away', async () => {
		const other = { kind: 'teacher', person: school.families[0]!.id } as const;
		await expect(setPicture(app, other, { person, webp: null })).rejects.toThrow();
		done(await setPicture(app, school.organiser, { person, webp: null }));
		expect(await shown()).toEqual([null, null]);
	});

	it('goes with the teacher', async () => {
		expect(await take()).toBeNull();
		done(await setLeft(app, school.organiser, { who: 'person', id: person, hasLeft: true }));
		expect(await picturesOf(app.db, [person])).toEqual(new Map());
	});
});
