import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import postgres from 'postgres';

/** One booking of four appointments as bare statements, as the program sends them, without its checks. */
const SCRIPT = `
\\set number random(1, :families)
begin;
select family_id as family, adult_id as adult, student_id as student, wish_id as wish, conference_id as conference from bare_family where n = :number::bigint \\gset
select nextval('bare_visit') as visit \\gset
select id from student where id = :student::uuid for update;
select * from adult where id = :adult::uuid for update;
select person_id from desk_person where desk_id in (select desk_id from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3);
select id from person where id in (select person_id from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3) order by id for update;
select * from slot where id in (select slot_id from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3) order by id for update;
select * from claim where thing in (select unnest(array[desk_id, person_id]) from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3);
insert into appointment (id, conference_id, family_id, desk_id, place_id, standing, starts_at, ends_at)
	select md5(:visit::text || '/' || n::text)::uuid, :conference::uuid, :family::uuid, desk_id, place_id, 'booked', starts_at + :visit::int * interval '1 month', ends_at + :visit::int * interval '1 month'
	from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3;
insert into appointment_student select md5(:visit::text || '/' || n::text)::uuid, :student::uuid, '7' from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3;
insert into appointment_wish select md5(:visit::text || '/' || n::text)::uuid, :wish::uuid from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3;
insert into appointment_adult select md5(:visit::text || '/' || n::text)::uuid, :adult::uuid from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3;
insert into taken_slot select md5(:visit::text || '/' || n::text)::uuid, slot_id from bare_slot where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3;
insert into claim (id, kind, thing, starts_at, ends_at, occupancy, seat, appointment_id)
	select gen_random_uuid(), kind, thing, starts_at + :visit::int * interval '1 month', ends_at + :visit::int * interval '1 month', slot_id, null, md5(:visit::text || '/' || n::text)::uuid
	from bare_slot cross join lateral (values ('person', md5(person_id::text || desk_id)::uuid), ('person', md5(desk_id::text)::uuid), ('adult', md5(:adult::text || n)::uuid)) as things (kind, thing)
	where n between 4 * (:visit::bigint % (:slots::bigint / 4)) and 4 * (:visit::bigint % (:slots::bigint / 4)) + 3;
insert into act (id, at, actor_kind, conference_id, kind) values (gen_random_uuid(), now(), 'adult', :conference::uuid, 'visit.booked');
select pg_notify('conference_changed', :conference::text || ':' || nextval('change_number'));
commit;
`;

/**
 * How many bookings a second PostgreSQL makes of the bare statements, measured with pgbench on a copy of
 * the database. The deferred triggers are off: they belong to the program. Stretches are moved by whole
 * months, so that nothing overlaps and every try is a booking.
 */
export async function bareBookings(
	urlOf: (database: string) => string,
	database: string,
	families: readonly string[],
): Promise<number> {
	const admin = postgres(urlOf('postgres'), { max: 1, onnotice: () => {} });
	await admin.unsafe(`create database bare template ${database}`);
	const sql = postgres(urlOf('bare'), { max: 1, onnotice: () => {} });
	for (const table of [
		'appointment',
		'claim',
		'taken_slot',
		'appointment_adult',
		'appointment_along',
	])
		await sql.unsafe(`alter table ${table} disable trigger user`);
	// One wish serves all tries of a family here: an index of the same cost, which lets it.
	await sql.unsafe(`drop index wish_served_once;
		create index wish_served on appointment_wish (wish_id) where stands`);
	await sql.unsafe('create sequence bare_visit');
	await sql`create table bare_family as select row_number() over () as n, wish.family_id, adult_id, student_id, wish.id as wish_id, conference_id
		from (select distinct on (family_id) * from wish) wish join (select distinct on (family_id) * from family_adult) fa using (family_id)`;
	await sql`create table bare_slot as select row_number() over (order by md5(slot.id::text)) - 1 as n, slot.id as slot_id, slot.desk_id, person_id, place_id, starts_at, ends_at
		from slot join (select distinct on (desk_id) * from desk_person) dp using (desk_id) where detached_at is null and place_id is not null`;
	await sql`create unique index on bare_family (n)`;
	await sql`create unique index on bare_slot (n)`;
	const [{ slots }] = (await sql`select count(*)::int as slots from bare_slot`) as unknown as [
		{ slots: number },
	];
	const [{ count }] = (await sql`select count(*)::int as count from bare_family`) as unknown as [
		{ count: number },
	];
	await sql.end();
	const file = join(tmpdir(), `bare-bookings-${process.pid}.sql`);
	writeFileSync(file, SCRIPT);
	const { hostname, port, username, password } = new URL(urlOf('bare'));
	const output = execFileSync(
		'/usr/lib/postgresql/15/bin/pgbench',
		[
			...[
				'-n',
				'-M',
				'prepared',
				'-h',
				hostname,
				'-p',
				port,
				'-U',
				username,
				'-f',
				file,
				'-c',
				'20',
				'-j',
				'2',
				'-T',
				'10',
			],
			...['-D', `families=${Math.min(count, families.length)}`, '-D', `slots=${slots}`, 'bare'],
		],
		{ encoding: 'utf8', env: { ...process.env, PGPASSWORD: password } },
	);
	await admin.unsafe('drop database bare with (force)');
	await admin.end();
	const rate = /tps = ([\d.]+)/.exec(output)?.[1];
	if (!rate) throw new Error(`pgbench said: ${output}`);
	return Number(rate);
}
