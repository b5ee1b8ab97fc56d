import postgres, { type Sql } from 'postgres';
import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { removeConference } from '$lib/server/conferences/remove-conference';
import { act, desk, place } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { bookVisit, cancelAppointments } from '$lib/server/visits/change-visit';
import { makeEnquiry } from '$lib/server/visits/enquiries';
import { askGuest } from '$lib/server/visits/guests';
import { holdVisit } from '$lib/server/visits/hold-visit';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { wholeDatabaseOf } from '../whole-database';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool } from './small-school';

/** Which tables hold a row at all. */
async function filled(sql: Sql): Promise<string[]> {
	const empty = 'd41d8cd98f00b204e9800998ecf8427e';
	return Object.entries(await wholeDatabaseOf(sql))
		.filter(
			([name, digest]) =>
				name.startsWith('public.') && digest.length === empty.length && digest !== empty,
		)
		.map(([name]) => name);
}

it('goes for good with all that belongs to it, once its name was said; the school stays', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 3, desks: 2 });
	const ids = (family: number) => ({
		conferenceId: school.conference,
		familyId: school.families[family]!.id,
	});
	const { actor } = school.families[0]!;
	const book = async () => done(await bookVisit(app, actor, await school.request(0, [[0, 0]])));
	const { appointments } = await book();
	done(
		await cancelAppointments(app, actor, {
			...ids(0),
			key: newId(app.clock),
			cancel: appointments,
		}),
	);
	const [appointment] = (await book()).appointments;
	done(await askGuest(app, actor, { appointment: appointment!, name: 'Somebody', email: '' }));
	const second = school.families[1]!;
	const wish = await school.wish(1, 1);
	done(await joinWaitingList(app, second.actor, { ...ids(1), wish }));
	done(await makeEnquiry(app, second.actor, { ...ids(1), wish, words: 'When?' }));
	done(await holdVisit(app, school.families[2]!.actor, await school.request(2, [[1, 3]])));
	// Another conference's video link stays.
	const elsewhere = newId(app.clock);
	await app.db.insert(place).values({ id: elsewhere, kind: 'telephone', name: '+1 902 555 0100' });

	const asked = { conferenceId: school.conference };
	const remove = (name: string) => removeConference(app, school.organiser, { ...asked, name });
	expect(await remove('')).toEqual({ ok: false, reason: 'name-wanted', booked: 1 });
	expect(await remove('Summer')).toEqual({ ok: false, reason: 'another-name', booked: 1 });
	expect(await app.db.select().from(desk)).toHaveLength(2);
	done(await remove(' winter '));

	const sql = postgres(app.config.databaseUrl, { max: 1, onnotice: () => {} });
	expect(await filled(sql)).toEqual(
		[
			'account',
			'act',
			'adult',
			'building',
			'class',
			'class_teacher',
			'enrolment',
			'family',
			'family_adult',
			'family_student',
			'invitation',
			'person',
			'place',
			'school',
			'student',
		].map((table) => `public.${table}`),
	);
	await sql.end();
	const acts = await app.db.select().from(act).where(eq(act.kind, 'conference.removed'));
	expect(acts.map(({ before }) => before)).toMatchObject([{ appointments: 2 }]);
	expect(await remove('Winter')).toEqual({ ok: false, reason: 'unknown' });
});

it('goes without its name while nobody has booked', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 1 });
	done(
		await removeConference(app, school.organiser, { conferenceId: school.conference, name: '' }),
	);
});

it('is the organiser’s to remove', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 1 });
	const asked = { conferenceId: school.conference, name: 'Winter' };
	const helper = { kind: 'helper', account: newId(app.clock) } as const;
	await expect(removeConference(app, helper, asked)).rejects.toThrow();
});
