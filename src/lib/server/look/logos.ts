import { eq } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { logoSet } from '../../operations/school';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { school, schoolLogo } from '../foundation/database/schema';
import { keyedDigest } from '../foundation/keyed-digest';
import { performs } from '../foundation/runner/perform';
import { logoPicture, type LogoFailure } from './logo-picture';

const DIGEST_LENGTH = 22;

/** Gives the school a logo, in the place of an earlier one, or takes it away. */
export const setLogo = performs(logoSet).by({
	async work({ tx, config, input: { logo } }) {
		const [known] = await tx.select({ id: school.id }).from(school).for('update');
		await tx.delete(schoolLogo).where(eq(schoolLogo.schoolId, known!.id));
		if (logo)
			await tx.insert(schoolLogo).values({
				...logo,
				schoolId: known!.id,
				png: Buffer.from(logo.png, 'base64'),
				digest: keyedDigest(config.key, 'logo of the school', logo.png).slice(0, DIGEST_LENGTH),
			});
		return { done: {}, act: { kind: 'logo.set', after: { isThere: logo !== null } } };
	},
	after: async ({ look }) => look.forget(),
});

/** Makes a logo small and gives it to the school; why not, where it is none. */
export async function takeLogo(app: App, actor: Actor, file: Blob): Promise<LogoFailure | null> {
	const made = await logoPicture(Buffer.from(await file.arrayBuffer()));
	if (!made.ok) return made.reason;
	const { png, ...facts } = made.logo;
	await setLogo(app, actor, { logo: { ...facts, png: png.toString('base64') } });
	return null;
}

/** The logo by its address; `null`: it is another one by now. */
export async function logoAt(db: Reader, digest: string): Promise<Buffer | null> {
	const [row] = await db
		.select({ png: schoolLogo.png })
		.from(schoolLogo)
		.where(eq(schoolLogo.digest, digest));
	return row?.png ?? null;
}
