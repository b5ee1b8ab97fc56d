import { eq } from 'drizzle-orm';
import { localOf } from '../../core/time/local-of';
import { keyedDigest, sameDigest } from '../foundation/keyed-digest';
import type { App } from '../app';
import { schoolSetUp } from '../../operations/school';
import { account, school } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { actorId } from '../foundation/runner/record-act';
import { hasOrganiser, type NewAccount } from './accounts';

/** The code without which nobody becomes the first organiser: three groups of four. */
export function setUpCode(key: string): string {
	const alphabet = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
	const bytes = Buffer.from(keyedDigest(key, 'set-up-code', 'first organiser'), 'base64url');
	const letters = [...bytes.subarray(0, 12)].map((byte) => alphabet[byte % alphabet.length]);
	return letters.join('').replace(/(.{4})(?=.)/g, '$1-');
}

/** Whether a typed code is the right one; case, spaces and dashes do not matter. */
export function isSetUpCode(key: string, typed: string): boolean {
	const plain = (text: string) => text.toUpperCase().replaceAll(/[^0-9A-Z]/g, '');
	return sameDigest(plain(setUpCode(key)), plain(typed));
}

export interface SchoolSetUp {
	readonly school: string;
	readonly timeZone: string;
	readonly organiser: Omit<NewAccount, 'role'>;
}

/**
 * Names the school and makes its first organiser. Only while there is no organiser: the code is
 * spent by its first use. Returns whether it was.
 */
export async function setUpSchool(app: App, setUp: SchoolSetUp): Promise<boolean> {
	const { db, accounts } = app;
	if (await hasOrganiser(db)) return false;
	const organiser = await accounts.create({ ...setUp.organiser, role: 'organiser' });
	const named = await nameSchool(
		app,
		{ kind: 'organiser', account: organiser },
		{ name: setUp.school, timeZone: setUp.timeZone },
	);
	// Two first organisers at once: the table's one row decides, and the later account goes.
	if (!named.ok) await db.delete(account).where(eq(account.id, organiser));
	return named.ok;
}

const nameSchool = performs(schoolSetUp).by({
	async work({ tx, clock, actor, input: { name, timeZone } }) {
		const made = await tx
			.insert(school)
			.values({
				id: newId(clock),
				name,
				timeZone,
				schoolYear: schoolYearAt(clock.now(), timeZone),
			})
			.onConflictDoNothing()
			.returning();
		if (made.length === 0) return { refused: { reason: 'set-up-before' } };
		// The first organiser is the first of the few who know of what must stay among few.
		await tx
			.update(account)
			.set({ knowsSafety: true })
			.where(eq(account.id, actorId(actor)!));
		return { done: {}, act: { kind: 'school.set-up' } };
	},
});

/** The school year of an instant, from August to July: `2026/27`. Common practice, no source. */
export function schoolYearAt(now: number, timeZone: string): string {
	const [year, month] = localOf(now, timeZone).date.split('-').map(Number) as [number, number];
	const first = year - (month < 8 ? 1 : 0);
	return `${first}/${String((first + 1) % 100).padStart(2, '0')}`;
}
