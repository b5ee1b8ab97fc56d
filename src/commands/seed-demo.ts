// Seeds the demo school into an empty database from demo/lists (with --large from lists ten times as
// long, made on the spot; with --unbooked without any visits); prints the private links as JSON.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { asc, eq } from 'drizzle-orm';
import { makeLists } from '../../demo/make-lists';
import { makeSchool } from '../../demo/make-school';
import { OFFICE_EMAIL, seedSchool, type ListFile } from '../../demo/seed-school';
import { hasOrganiser } from '../lib/server/accounts/accounts';
import { createApp } from '../lib/server/app';
import { readConfig } from '../lib/server/foundation/config';
import { listConferences, phaseOfRow } from '../lib/server/conferences/read-conference';
import { migrateDatabase } from '../lib/server/foundation/database/migrate';
import { family, familyAdult, invitation, person } from '../lib/server/foundation/database/schema';
import { writeCsv } from '../lib/files/write-csv';
import { invitationLink } from '../lib/server/invitations/links';

const config = readConfig(process.env);
const password = process.env.TEN_CHAIRS_DEMO_PASSWORD;
if (!password) throw new Error('The environment variable TEN_CHAIRS_DEMO_PASSWORD is missing.');

const app = createApp(config);
await migrateDatabase(config.databaseUrl, app.migrationsFolder);
const isLarge = process.argv.includes('--large');
const made = makeSchool(isLarge ? 10 : 1);
const withVisits = !process.argv.includes('--unbooked');
if (!(await hasOrganiser(app.db)))
	await seedSchool(app, password, listFiles(), made, { withVisits });

function listFiles(): ListFile[] {
	if (isLarge)
		return makeLists(made).map((table) => ({
			name: `${table.name}.csv`,
			bytes: new TextEncoder().encode(writeCsv(table)),
		}));
	const folder = 'demo/lists';
	return readdirSync(folder)
		.filter((name) => name.endsWith('.csv'))
		.map((name) => ({ name, bytes: readFileSync(join(folder, name)) }));
}

const link = (row: typeof invitation.$inferSelect) =>
	invitationLink(config.origin, config.key, row);
const [teacher] = await app.db
	.select({ invitation })
	.from(invitation)
	.innerJoin(person, eq(person.id, invitation.personId))
	.where(eq(person.familyName, 'Lindqvist'));
const families = await app.db
	.select({ invitation, label: family.label })
	.from(invitation)
	.innerJoin(familyAdult, eq(familyAdult.adultId, invitation.adultId))
	.innerJoin(family, eq(family.id, familyAdult.familyId))
	.orderBy(asc(family.label), asc(invitation.id));
const conferences = await listConferences(app.db);
const linkOf = (label: string) => link(families.find((row) => row.label === label)!.invitation);

console.log(
	JSON.stringify({
		email: OFFICE_EMAIL,
		password,
		isOver: conferences.every((row) => phaseOfRow(row, app.clock.now()) === 'over'),
		teacher: link(teacher!.invitation),
		families: { 'Adeyemi-Holt': linkOf('Adeyemi-Holt'), Gulzar: linkOf('Gulzar') },
	}),
);
await app.close();
