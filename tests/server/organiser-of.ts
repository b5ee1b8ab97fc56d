import { eq } from 'drizzle-orm';
import type { Actor } from '$lib/core/permissions/may';
import { schoolYearAt, setUpSchool } from '$lib/server/accounts/set-up';
import type { App } from '$lib/server/app';
import { account, school } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';

const SCHOOL = { name: 'Small School', timeZone: 'America/Halifax' };
const OFFICE = { name: 'Office', email: 'office@small.example' };

/** The organiser of a new school, as after setting it up; who cannot sign in, as passwords are made slowly on purpose. */
export async function organiserOf(app: App): Promise<Actor & { kind: 'organiser' }> {
	const { db, clock, accounts } = app;
	const schoolYear = schoolYearAt(clock.now(), SCHOOL.timeZone);
	await db.insert(school).values({ id: newId(clock), ...SCHOOL, schoolYear });
	const id = await accounts.create({ ...OFFICE, role: 'organiser' });
	await db.update(account).set({ knowsSafety: true }).where(eq(account.email, OFFICE.email));
	return { kind: 'organiser', account: id, knowsSafety: true };
}

/** The organiser of a new school, who can sign in. */
export async function signedUpOrganiser(
	app: App,
	password: string,
): Promise<Actor & { kind: 'organiser' }> {
	const { name, timeZone } = SCHOOL;
	await setUpSchool(app, { school: name, timeZone, organiser: { ...OFFICE, password } });
	const [office] = await app.db.select().from(account);
	return { kind: 'organiser', account: office!.id, knowsSafety: true };
}
