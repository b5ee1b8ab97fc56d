import type { Sql } from 'postgres';

/**
 * An independent look at the whole database after a stampede: plain SQL and arithmetic, none of the
 * program's code. Returns what is wrong, each with a count; nothing when all is well.
 */
export async function checkDatabase(
	sql: Sql,
	claimed: ReadonlyMap<string, readonly string[]>,
): Promise<string[]> {
	const wrong: string[] = [];
	const none = async (what: string, query: Promise<readonly { count: string }[]>) => {
		const [row] = await query;
		if (Number(row!.count) > 0) wrong.push(`${what}: ${row!.count}`);
	};

	await none(
		'claims on one thing overlap',
		sql`select count(*) from claim a join claim b on a.thing = b.thing and a.id < b.id
			where a.occupancy <> b.occupancy and a.starts_at < b.ends_at and b.starts_at < a.ends_at`,
	);
	await none(
		'seats taken twice',
		sql`select count(*) from (select 1 from claim where kind = 'desk'
			group by occupancy, seat having count(*) > 1) twice`,
	);
	await none(
		'more families in a slot than it has seats',
		sql`select count(*) from (select slot.id from slot join claim on claim.occupancy = slot.id
			and claim.kind = 'desk' group by slot.id, slot.seats having count(*) > slot.seats) full_slots`,
	);
	await none(
		'appointments of an adult that overlap',
		sql`select count(*) from appointment a join appointment_adult x on x.appointment_id = a.id
			join appointment_adult y on y.adult_id = x.adult_id join appointment b on b.id = y.appointment_id
			where a.id < b.id and a.standing in ('asked', 'booked') and b.standing in ('asked', 'booked')
				and a.starts_at < b.ends_at and b.starts_at < a.ends_at`,
	);
	await none(
		'standing appointments without a claim on desk, teacher or adult',
		sql`select count(*) from appointment a where standing in ('asked', 'booked') and exists (
			select from (
				select slot_id, desk_id as thing from taken_slot join slot on slot.id = slot_id where appointment_id = a.id
				union all select slot_id, person_id from taken_slot join slot on slot.id = slot_id
					join desk_person on desk_person.desk_id = slot.desk_id and role = 'all' where appointment_id = a.id
				union all select slot_id, coalesce(adult.person_id, adult.id) from taken_slot
					join appointment_adult using (appointment_id) join adult on adult.id = adult_id where appointment_id = a.id
			) needed where not exists (select from claim where claim.appointment_id = a.id
				and claim.thing = needed.thing and claim.occupancy = needed.slot_id))`,
	);
	await none(
		'claims of appointments that do not stand',
		sql`select count(*) from claim join appointment on appointment.id = appointment_id
			where standing not in ('asked', 'booked')`,
	);
	await none(
		'appointments outside their slots',
		sql`select count(*) from (select a.id from appointment a join taken_slot t on t.appointment_id = a.id
			join slot on slot.id = t.slot_id where standing in ('asked', 'booked') group by a.id
			having min(slot.starts_at) <> a.starts_at or max(slot.ends_at) <> a.ends_at) outside_slots`,
	);
	await none(
		'one student twice at one desk',
		sql`select count(*) from (select 1 from appointment a join appointment_student s on s.appointment_id = a.id
			where standing in ('asked', 'booked') group by family_id, desk_id, student_id having count(*) > 1) twice`,
	);
	await none(
		'a wish served twice',
		sql`select count(*) from (select 1 from appointment_wish w join appointment a on a.id = w.appointment_id
			where standing in ('asked', 'booked') group by wish_id having count(*) > 1) twice`,
	);
	await none(
		'an appointment at a desk that its wish does not name',
		sql`select count(*) from appointment a join appointment_wish w on w.appointment_id = a.id
			where not exists (select from wish_desk d where d.wish_id = w.wish_id and d.desk_id = a.desk_id)`,
	);
	await none(
		'an interpreter is missing, at two places, or does not know the language',
		sql`select count(*) from appointment a join family f on f.id = a.family_id
			left join person i on i.id = a.interpreter_id
			where standing in ('asked', 'booked') and f.interpreter is not null
				and (i.id is null or not exists (select from unnest(i.languages) l where lower(trim(l)) = lower(trim(f.interpreter)))
					or not exists (select from claim where appointment_id = a.id and kind = 'interpreter' and thing = i.id))`,
	);
	await none(
		'a family that needs it is not received without steps',
		sql`select count(*) from appointment a join family f on f.id = a.family_id join place p on p.id = a.place_id
			where standing in ('asked', 'booked') and f.step_free and p.kind = 'room' and not p.step_free`,
	);
	wrong.push(...(await shortWalks(sql)));
	wrong.push(...(await lostOrHalf(sql, claimed)));
	return wrong;
}

/** Between two appointments in a row of one adult on one date: the pause, the way, the change to video. */
async function shortWalks(sql: Sql): Promise<string[]> {
	const rows = await sql`
		select x.adult_id, a.starts_at, a.ends_at, p.id as place, p.kind, p.building_id,
			(a.starts_at at time zone c.time_zone)::date::text as date, c.pause_minutes, c.switch_minutes
		from appointment a join appointment_adult x on x.appointment_id = a.id
		join place p on p.id = a.place_id join conference c on c.id = a.conference_id
		where standing in ('asked', 'booked') order by x.adult_id, a.starts_at`;
	const walks = new Map<string, number>();
	for (const way of await sql`select * from building_walk`) {
		walks.set(`${way.from_building_id}/${way.to_building_id}`, way.minutes);
		walks.set(`${way.to_building_id}/${way.from_building_id}`, way.minutes);
	}
	for (const { id, inside_minutes } of await sql`select id, inside_minutes from building`)
		walks.set(`${id}/${id}`, inside_minutes);
	let short = 0;
	rows.forEach((row, index) => {
		const before = rows[index - 1];
		if (!before || before.adult_id !== row.adult_id || before.date !== row.date) return;
		const [was, is] = [before.kind === 'room', row.kind === 'room'];
		const way =
			was !== is
				? row.switch_minutes
				: !is || before.place === row.place
					? 0
					: (walks.get(`${before.building_id}/${row.building_id}`) ?? 0);
		const minutes = (row.starts_at.getTime() - before.ends_at.getTime()) / 60_000;
		if (minutes < Math.max(row.pause_minutes, way)) short++;
	});
	return short ? [`walks shorter than they must be: ${short}`] : [];
}

/** What clients were told is there, and nothing else is. `claimed`: slots by family. */
async function lostOrHalf(
	sql: Sql,
	claimed: ReadonlyMap<string, readonly string[]>,
): Promise<string[]> {
	const rows = await sql`
		select a.family_id, array_agg(t.slot_id::text order by t.slot_id) as slots
		from appointment a join taken_slot t on t.appointment_id = a.id
		where standing in ('asked', 'booked') group by a.family_id`;
	const known = new Map(
		rows.map(({ family_id, slots }) => [family_id as string, slots as string[]]),
	);
	let lost = 0;
	let unasked = 0;
	for (const [family, slots] of claimed)
		if ([...slots].sort().join() !== (known.get(family) ?? []).join()) lost++;
	for (const family of known.keys()) if (!claimed.has(family)) unasked++;
	return [
		...(lost ? [`visits that differ from what the client was told: ${lost}`] : []),
		...(unasked ? [`visits that nobody was told of: ${unasked}`] : []),
	];
}
