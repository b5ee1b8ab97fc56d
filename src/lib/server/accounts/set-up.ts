import { eq } from 'drizzle-orm';
import { localOf } from '../../core/time/local-time';
import { keyedDigest, sameDigest } from '../keyed-digest';
import type { App } from '../app';
import { recordAct } from '../acts/record-act';
import { inTransaction } from '../database/transaction';
import { account, school } from '../database/schema';
import { newId } from '../identifiers';
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
	const { db, accounts, clock } = app;
	if (await hasOrganiser(db)) return false;
	const organiser = await accounts.create({ ...setUp.organiser, role: 'organiser' });
	return inTransaction(db, async (tx) => {
		// Two first organisers at once: the table's one row decides, and the later account goes.
		const made = await tx
			.insert(school)
			.values({
				id: newId(clock),
				name: setUp.school,
				timeZone: setUp.timeZone,
				schoolYear: schoolYearAt(clock.now(), setUp.timeZone),
			})
			.onConflictDoNothing()
			.returning();
		if (made.length === 0) {
			await tx.delete(account).where(eq(account.id, organiser));
			return false;
		}
		// The first organiser is the first of the few who know of what must stay among few.
		await tx.update(account).set({ knowsSafety: true }).where(eq(account.id, organiser));
		await recordAct(tx, clock, {
			actor: { kind: 'organiser', account: organiser },
			kind: 'school.set-up',
		});
		return true;
	});
}

/** The school year of an instant, from August to July: `2026/27`. Common practice, no source. */
export function schoolYearAt(now: number, timeZone: string): string {
	const [year, month] = localOf(now, timeZone).date.split('-').map(Number) as [number, number];
	const first = year - (month < 8 ? 1 : 0);
	return `${first}/${String((first + 1) % 100).padStart(2, '0')}`;
}
