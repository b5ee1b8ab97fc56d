import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { SYSTEM, type Actor } from '$lib/core/permissions/may';
import type { ActKind } from '$lib/operations/act-kinds';
import { change, reasons } from '$lib/operations/change';
import type { App } from '$lib/server/app';
import { bookVisit, cancelAppointments } from '$lib/server/visits/change-visit';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { act, appointment, conference, school, wish } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { consequences } from '$lib/server/foundation/runner/consequences';
import { follow } from '$lib/server/foundation/runner/follow';
import { performs, type HalfOf } from '$lib/server/foundation/runner/perform';
import { KeyReusedError } from '$lib/server/foundation/runner/record-act';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import { doWaitingJobs } from './tend';

const rename = change({
	name: 'school.rename',
	may: 'register.change',
	input: z.object({ key: z.string(), name: z.string() }),
	done: z.object({ name: z.string() }),
	refusal: reasons('taken'),
	leaves: ['school.changed'],
	keyed: true,
});

/** The change with what each step of it does; `steps` says which were taken. */
function renaming(more: Partial<HalfOf<typeof rename>> = {}) {
	const steps: string[] = [];
	const perform = performs(rename).by({
		lock: async () => void steps.push('lock'),
		mayAlso: async () => steps.push('may also') > 0,
		repeated: (after) => z.object({ name: z.string() }).parse(after),
		async work({ tx, input: { name } }) {
			steps.push('work');
			await tx.update(school).set({ name });
			return { done: { name }, act: { kind: 'school.changed', after: { name } } };
		},
		answer: async ({ tx }, done) => {
			const acts = await tx.select().from(act);
			steps.push(`answer after ${acts.length} acts`);
			return done;
		},
		after: async () => void steps.push('after'),
		...more,
	});
	return { perform, steps };
}

const nameOf = async ({ db }: App) => (await db.select().from(school))[0]!.name;
const countActs = async ({ db }: App) => (await db.select().from(act)).length;

async function setUp() {
	const app = await freshApp();
	const small = await smallSchool(app, { families: 0, desks: 0 });
	await app.db.update(school).set({ name: 'Old' });
	await app.db.delete(act);
	return { app, organiser: small.organiser };
}

describe('a change', () => {
	it('takes its steps in one order', async () => {
		const { app, organiser } = await setUp();
		const { perform, steps } = renaming();
		expect(await perform(app, organiser, { key: 'a', name: 'New' })).toEqual({
			ok: true,
			name: 'New',
		});
		expect(steps).toEqual(['lock', 'may also', 'work', 'answer after 1 acts', 'after']);
		expect(await app.db.select().from(act)).toMatchObject([
			{ kind: 'school.changed', key: 'a', actorKind: 'organiser', after: { name: 'New' } },
		]);
	});

	it('that is refused, or fails, leaves nothing behind', async () => {
		const { app, organiser } = await setUp();
		const writeFirst: HalfOf<typeof rename>['work'] = async ({ tx }) => {
			await tx.update(school).set({ name: 'Half' });
			return { refused: { reason: 'taken' } };
		};
		const refused = renaming({ work: writeFirst });
		expect(await refused.perform(app, organiser, { key: 'a', name: 'New' })).toEqual({
			ok: false,
			reason: 'taken',
		});
		expect(refused.steps).not.toContain('after');
		const failing = renaming({ answer: () => Promise.reject(new Error('a bug')) });
		await expect(failing.perform(app, organiser, { key: 'b', name: 'New' })).rejects.toThrow('bug');
		expect([await nameOf(app), await countActs(app)]).toEqual(['Old', 0]);
	});

	it('is for those who may, at all and when it stands still', async () => {
		const { app, organiser } = await setUp();
		const { perform, steps } = renaming();
		const input = { key: 'a', name: 'New' };
		const helper: Actor = { kind: 'helper', account: newId(app.clock) };
		await expect(perform(app, helper, input)).rejects.toThrow(ForbiddenError);
		expect(steps).toEqual([]);
		const later = renaming({ mayAlso: async () => false });
		await expect(later.perform(app, organiser, input)).rejects.toThrow(ForbiddenError);
		expect(later.steps).toEqual(['lock']);
		expect(await nameOf(app)).toBe('Old');
	});

	it('with a key is done once, however often and at once it is asked for', async () => {
		const { app, organiser } = await setUp();
		const { perform, steps } = renaming();
		const input = { key: 'a', name: 'New' };
		const outcomes = await Promise.all([1, 2, 3].map(() => perform(app, organiser, input)));
		expect(outcomes).toEqual([1, 2, 3].map(() => ({ ok: true, name: 'New' })));
		expect(await countActs(app)).toBe(1);
		const before = steps.length;
		expect(await perform(app, organiser, input)).toEqual({ ok: true, name: 'New' });
		expect(steps.slice(before)).not.toContain('work');
		await expect(perform(app, organiser, { ...input, name: 'Other' })).rejects.toThrow(
			KeyReusedError,
		);
	});
});

/** What followed an act at the small school's conference, in words. */
async function followed(app: App, { conference: id }: SmallSchool, kind: ActKind): Promise<string> {
	const [person] = await app.db.execute<{ id: string }>(
		sql`select person_id as id from desk_person limit 1`,
	);
	await app.db.delete(wish);
	const [before] = await app.db.select().from(conference).where(eq(conference.id, id));
	await app.db.transaction((tx) =>
		follow(tx, app.clock, SYSTEM, {
			id: newId(app.clock),
			kind,
			conferenceId: id,
			personId: person!.id,
			before: [],
			after: [{ id: 'a', forAll: true, people: [] }],
		}),
	);
	const [now] = await app.db.select().from(conference).where(eq(conference.id, id));
	const wishes = await app.db.select().from(wish);
	return [wishes.length ? 'wishes' : '', now!.version > before!.version ? 'version' : '']
		.filter(Boolean)
		.join(' ');
}

describe('what follows', () => {
	it.each<[string, readonly ActKind[]]>([
		['', ['visit.booked', 'hold.made', 'school.changed', 'register.changed', 'account.invited']],
		['version', ['conference.changed', 'rules.changed', 'busy.changed', 'rooms.changed']],
		['wishes version', ['register.regrouped', 'family.split', 'desks.changed', 'register.undone']],
	])('%j follows', async (wanted, kinds) => {
		const app = await freshApp();
		const small = await smallSchool(app, { families: 2, desks: 1 });
		for (const kind of kinds)
			expect([kind, await followed(app, small, kind)]).toEqual([kind, wanted]);
	});

	it('a booking waits for no conference and tells open pages', () => {
		const ofFamilies = (Object.keys(consequences) as ActKind[]).filter((kind) =>
			/^(visit|hold|offer|appointment|waiting)\./.test(kind),
		);
		expect(
			ofFamilies.filter((kind) => consequences[kind].snapshot || consequences[kind].wishes),
		).toEqual([]);
		expect(ofFamilies.filter((kind) => !consequences[kind].pages)).toEqual([
			'waiting.joined',
			'waiting.served',
		]);
	});

	it('a cancellation, whoever asks for it, has those looked for who wait', async () => {
		const app = await freshApp();
		const small = await smallSchool(app, {
			families: 2,
			desks: 1,
			hours: [{ date: '2026-12-03', start: 960, end: 970 }],
		});
		const [first, second] = small.families;
		const conferenceId = small.conference;
		await bookVisit(app, first!.actor, await small.request(0, [[0, 0]]));
		const [wanted] = await app.db.select().from(wish).where(eq(wish.familyId, second!.id));
		const jobs = () => app.db.execute(sql`select task_identifier from graphile_worker.jobs`);
		const ids = await app.db.select({ id: appointment.id }).from(appointment);
		await joinWaitingList(app, second!.actor, {
			conferenceId,
			familyId: second!.id,
			wish: wanted!.id,
		});
		await doWaitingJobs(app);
		await cancelAppointments(app, first!.actor, {
			conferenceId,
			familyId: first!.id,
			key: newId(app.clock),
			cancel: ids.map(({ id }) => id),
		});
		expect(await jobs()).toHaveLength(1);
		await doWaitingJobs(app);
		expect(await jobs()).toHaveLength(0);
		const kinds = (await app.db.select().from(act)).map(({ kind }) => kind);
		expect(kinds.at(-1)).toBe('waiting.offered');
	});
});
