import { sql } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { readFamily } from '$lib/server/visits/family-facts';
import { bookVisit } from '$lib/server/visits/change-visit';
import { freshApp } from './database';
import { smallSchool } from './small-school';

const OTHERS = 400;

it('reads a family without going through the appointments of all others, before they are counted', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const [family, other] = school.families;
	await bookVisit(app, family!.actor, await school.request(0, [[0, 0]]));
	await bookVisit(app, other!.actor, await school.request(1, [[0, 1]]));

	const undone = new Error('undone');
	const inRush = app.db.transaction(async (tx) => {
		await tx.execute(sql`
			insert into appointment
				(id, conference_id, family_id, desk_id, place_id, standing, starts_at, ends_at)
			select gen_random_uuid(), conference_id, family_id, desk_id, place_id, standing, starts_at, ends_at
			from appointment, generate_series(1, ${OTHERS}) where family_id = ${other!.id}`);
		await tx.execute(sql`
			insert into appointment_adult select appointment.id, adult_id
			from appointment join family_adult using (family_id)
			where family_id = ${other!.id} on conflict do nothing`);
		const touched = async () => {
			const [row] = await tx.execute<{ rows: number }>(sql`
				select sum(seq_tup_read + idx_tup_fetch)::int as rows from pg_stat_xact_user_tables
				where relname in ('appointment', 'appointment_adult')`);
			return row!.rows;
		};
		const before = await touched();
		const { own } = await readFamily(tx, school.conference, family!.id);
		expect(own).toHaveLength(1);
		expect((await touched()) - before).toBeLessThan(OTHERS);
		throw undone;
	});
	await expect(inRush).rejects.toBe(undone);
});
