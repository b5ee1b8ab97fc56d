import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import postgres from 'postgres';
import { expect, it } from 'vitest';

const server =
	process.env.TEN_CHAIRS_TEST_SERVER ?? readFileSync('.data/test-server', 'utf8').trim();

/** A database of its own, and how to bring it from one migration on to another. */
async function withDatabase(
	work: (sql: postgres.Sql, migrate: (from: string, to: string) => Promise<void>) => Promise<void>,
): Promise<void> {
	const name = `test_${randomUUID().replaceAll('-', '')}`;
	const admin = postgres(`${server}/postgres`, { max: 1, onnotice: () => {} });
	await admin.unsafe(`create database ${name}`);
	const sql = postgres(`${server}/${name}`, { max: 1, onnotice: () => {} });
	const migrate = async (from: string, to: string) => {
		for (const file of readdirSync('migrations')
			.filter((file) => file.endsWith('.sql'))
			.sort())
			if (file >= from && file < to)
				for (const statement of readFileSync(`migrations/${file}`, 'utf8').split(
					'--> statement-breakpoint',
				))
					if (statement.trim()) await sql.unsafe(statement);
	};
	try {
		await work(sql, migrate);
	} finally {
		await sql.end();
		await admin.unsafe(`drop database ${name} with (force)`);
		await admin.end();
	}
}

it('hours and places of older desks come along when series hold one kind of hours each', () =>
	withDatabase(async (sql, migrate) => {
		await migrate('0000', '0004');
		const [conference, follows, own, room, phone, first, second] = Array.from({ length: 7 }, () =>
			randomUUID(),
		);
		const hours = [
			{ date: '2026-12-03', start: 960, end: 1020 },
			{ date: '2026-12-04', start: 540, end: 600 },
		];
		await sql`insert into conference (id, address, name, time_zone, slot_minutes, gap_minutes, hours)
			values (${conference!}, 'winter', 'Winter', 'America/Halifax', 10, 0, ${sql.json(hours)})`;
		await sql`insert into desk (id, conference_id, number, name, subject) values
			(${follows!}, ${conference!}, 1, 'A', ''), (${own!}, ${conference!}, 2, 'B', '')`;
		await sql`insert into place (id, kind, name) values (${room!}, 'room', 'Tern'), (${phone!}, 'telephone', '902 555 0140')`;
		await sql`insert into series (id, desk_id, follows_conference, hours, breaks, slot_minutes, gap_minutes, place_id) values
			(${first!}, ${follows!}, true, ${sql.json(hours)}, '[]', 10, 0, ${room!}),
			(${second!}, ${own!}, false, ${sql.json(hours)}, '[]', 20, 5, ${phone!})`;
		for (const [series, desk, place] of [
			[first, follows, room],
			[second, own, phone],
		])
			await sql`insert into sitting (id, series_id, desk_id, local_date, starts_at, ends_at, slot_minutes, gap_minutes, place_id) values
				(${randomUUID()}, ${series!}, ${desk!}, '2026-12-03', '2026-12-03T20:00Z', '2026-12-03T21:00Z', 10, 0, ${place!}),
				(${randomUUID()}, ${series!}, ${desk!}, '2026-12-04', '2026-12-04T13:00Z', '2026-12-04T14:00Z', 10, 0, ${place!})`;

		await migrate('0004', '9999');
		const rows = await sql`select desk.name, series."when", series.division, place.name as place,
				(select count(*)::int from sitting where series_id = series.id) as sittings
			from series join desk on desk.id = desk_id
			join series_place on series_id = series.id join place on place.id = series_place.place_id
			order by desk.number, series.rank`;
		const division = { slotMinutes: 20, gapMinutes: 5 };
		expect([...rows]).toEqual([
			{
				name: 'A',
				when: { kind: 'conference', only: null, except: [] },
				division: null,
				place: 'Tern',
				sittings: 2,
			},
			{
				name: 'B',
				when: { kind: 'once', ...hours[0] },
				division,
				place: '902 555 0140',
				sittings: 1,
			},
			{
				name: 'B',
				when: { kind: 'once', ...hours[1] },
				division,
				place: '902 555 0140',
				sittings: 1,
			},
		]);
		expect(
			await sql`select room_id is not null as held, count(*)::int from sitting group by 1 order by 1`,
		).toMatchObject([
			{ held: false, count: 2 },
			{ held: true, count: 2 },
		]);
		expect(await sql`select telephone from place where kind = 'telephone'`).toMatchObject([
			{ telephone: '902 555 0140' },
		]);
	}));

it('appointments that stood twice for one wish are listed for the office, and the first one serves it', () =>
	withDatabase(async (sql, migrate) => {
		await migrate('0000', '0011');
		const id = () => randomUUID();
		const [conference, family, student, desk, place, wish] = Array.from({ length: 6 }, id);
		const [teacher, adult] = [id(), id()];
		await sql`insert into conference (id, address, name, time_zone, slot_minutes, gap_minutes, hours)
			values (${conference!}, 'winter', 'Winter', 'America/Halifax', 10, 0, '[]')`;
		await sql`insert into family (id, label) values (${family!}, 'Gul')`;
		await sql`insert into student (id, given_name, year_group) values (${student!}, 'Noor', '7')`;
		await sql`insert into person (id, given_name, is_teacher) values (${teacher}, 'Ida', true)`;
		await sql`insert into adult (id, given_name) values (${adult}, 'Rana')`;
		await sql`insert into desk (id, conference_id, number, name, subject)
			values (${desk!}, ${conference!}, 1, 'Ida', '')`;
		await sql`insert into desk_person (desk_id, person_id, role) values (${desk!}, ${teacher}, 'all')`;
		await sql`insert into place (id, kind, name) values (${place!}, 'room', 'Tern')`;
		await sql`insert into wish (id, conference_id, family_id, student_id, weight, asked_by, source)
			values (${wish!}, ${conference!}, ${family!}, ${student!}, 10, 'family', 'derived')`;
		await sql`insert into wish_desk (wish_id, desk_id, rank) values (${wish!}, ${desk!}, 0)`;
		const appointments = ['booked', 'booked', 'cancelled'].map((standing) => ({
			id: id(),
			standing,
		}));
		appointments.sort((a, b) => (a.id < b.id ? -1 : 1));
		// What an appointment must own is another matter.
		await sql`set session_replication_role = replica`;
		for (const [index, one] of appointments.entries()) {
			const start = new Date(Date.parse('2026-12-03T20:00Z') + index * 600_000);
			await sql`insert into appointment
					(id, conference_id, family_id, desk_id, place_id, standing, starts_at, ends_at)
				values (${one.id}, ${conference!}, ${family!}, ${desk!}, ${place!}, ${one.standing}, ${start},
					${new Date(Number(start) + 600_000)})`;
			await sql`insert into appointment_wish (appointment_id, wish_id) values (${one.id}, ${wish!})`;
		}
		await sql`set session_replication_role = origin`;

		await migrate('0011', '9999');
		const [first, second] = appointments.filter(({ standing }) => standing === 'booked');
		expect([...(await sql`select appointment_id, wish_id from appointment_twice`)]).toEqual([
			{ appointment_id: second!.id, wish_id: wish },
		]);
		const served = await sql`select appointment_id from appointment_wish where stands`;
		expect([...served]).toEqual([{ appointment_id: first!.id }]);
		expect(await sql`select teacher_id from wish`).toMatchObject([{ teacher_id: teacher }]);
	}));

it('of rooms that are there already nobody has said whether there are steps', () =>
	withDatabase(async (sql, migrate) => {
		await migrate('0000', '0018');
		const room = randomUUID();
		await sql`insert into place (id, kind, name) values (${room}, 'room', 'Tern')`;
		const stepFree = async () => (await sql`select step_free from place`)[0]!.step_free;
		expect(await stepFree()).toBe(true);
		await migrate('0018', '0019');
		expect(await stepFree()).toBeNull();
	}));
