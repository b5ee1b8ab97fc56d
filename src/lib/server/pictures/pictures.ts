import { and, eq } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { pictureSet } from '../../operations/pictures';
import type { App } from '../app';
import { person, personPicture } from '../foundation/database/schema';
import { keyedDigest } from '../foundation/keyed-digest';
import { performs } from '../foundation/runner/perform';
import { smallPicture, type PictureFailure } from './small-picture';

const DIGEST_LENGTH = 22;

/** Gives a person a picture, in the place of an earlier one, or takes it away. `unknown`: there is no such person. */
export const setPicture = performs(pictureSet).by({
	async work({ tx, config, input: { person: personId, webp } }) {
		const [known] = await tx.select({ id: person.id }).from(person).where(eq(person.id, personId));
		if (!known) return { refused: { reason: 'unknown' } };
		await tx.delete(personPicture).where(eq(personPicture.personId, known.id));
		if (webp !== null)
			await tx.insert(personPicture).values({
				personId: known.id,
				webp: Buffer.from(webp, 'base64'),
				digest: keyedDigest(config.key, `picture of ${known.id}`, webp).slice(0, DIGEST_LENGTH),
			});
		return {
			done: {},
			act: { kind: 'picture.set', personId: known.id, after: { person: known.id } },
		};
	},
});

/** Makes a picture small and gives it to a person; why not, where it is none. */
export async function takePicture(
	app: App,
	actor: Actor,
	personId: string,
	file: Blob,
): Promise<PictureFailure | null> {
	const small = await smallPicture(Buffer.from(await file.arrayBuffer()));
	if (!small.ok) return small.reason;
	await setPicture(app, actor, { person: personId, webp: small.webp.toString('base64') });
	return null;
}

/** A picture by its address; `null`: there is none there. */
export async function pictureAt(
	{ db }: Pick<App, 'db'>,
	personId: string,
	digest: string,
): Promise<Buffer | null> {
	const [row] = await db
		.select({ webp: personPicture.webp })
		.from(personPicture)
		.where(
			and(
				eq(personPicture.personId, personId as typeof personPicture.$inferSelect.personId),
				eq(personPicture.digest, digest),
			),
		);
	return row?.webp ?? null;
}
