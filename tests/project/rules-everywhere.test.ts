// Each rule of booking, as the office sets it, is obeyed by what a family's page gets and by the open interface.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Actor } from '$lib/core/permissions/may';
import { SYSTEM } from '$lib/core/permissions/may';
import { usualRules, type Rules } from '$lib/core/snapshot/rules';
import type { LocalDate } from '$lib/core/time/local-of';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import type { RulesRequest } from '$lib/operations/conferences';
import type { App } from '$lib/server/app';
import { saveRules } from '$lib/server/conferences/save-rules';
import { familyView } from '$lib/server/visits/family-view';
import { NOW, openDemo, type SeededHouse } from '../browser/house';
import { appBeside } from './app-beside';

interface Wanted {
	readonly slot: string;
	readonly wishes: readonly string[];
	readonly desk: string;
}

let demo: SeededHouse;
let app: App;
let family: Extract<Actor, { kind: 'adult' }>;
let conferenceId: string;
/** A visit that can be booked as long as no rule is in its way; two of it about one student. */
let visit: readonly Wanted[];
let before: { rules: Rules; pauseMinutes: number };

const page = (): Promise<FamilyProjection> =>
	familyView(app, family, conferenceId, family.families[0]!);
const set = (changed: Omit<RulesRequest, 'conferenceId'>) =>
	saveRules(app, SYSTEM, { conferenceId, ...changed });

async function ask(method: string, path: string, body?: unknown) {
	const answer = await fetch(`${demo.origin}/api/v1/visit${path}`, {
		method,
		headers: {
			authorization: `Bearer ${demo.families.Gulzar.split('/').at(-1)!}`,
			'content-type': 'application/json',
			'idempotency-key': crypto.randomUUID(),
		},
		body: body === undefined ? undefined : JSON.stringify(body),
	});
	const json = (await answer.json()) as {
		readonly conflicts?: readonly { readonly code: string }[];
		readonly plans?: readonly { readonly appointments: readonly Wanted[] }[];
		readonly appointments?: readonly { readonly id: string; readonly standing: string }[];
	};
	return { status: answer.status, ...json };
}

const book = async (wanted: readonly Wanted[]) =>
	ask('POST', '/appointments', {
		appointments: wanted.map(({ slot, wishes }) => ({ slot, wishes })),
	});
const codes = async (wanted: readonly Wanted[]) => [
	...new Set(((await book(wanted)).conflicts ?? []).map(({ code }) => code)),
];
async function giveUp() {
	for (const { id } of (await page()).appointments) await ask('DELETE', `/appointments/${id}`);
}

beforeAll(async () => {
	demo = await openDemo({ TEN_CHAIRS_API_RATE: '1000000' });
	app = appBeside(demo, { startAt: Date.parse(NOW) });
	const [row] = await demo.sql`
		select adult.id as adult, family.id as family, conference.id as conference,
			rules, pause_minutes as "pauseMinutes" from family
		join family_adult on family_id = family.id join adult on adult.id = adult_id
		cross join conference
		where label = 'Gulzar' order by adult.id limit 1`;
	family = { kind: 'adult', adult: row!.adult as string, families: [row!.family as string] };
	conferenceId = row!.conference as string;
	const rules = row!.rules as Partial<Rules>;
	before = { rules: { ...usualRules, ...rules }, pauseMinutes: row!.pauseMinutes as number };
	const { plans } = await ask('POST', '/plans', {});
	visit = plans![0]!.appointments;
}, 120_000);
afterAll(async () => {
	await app.close();
	await demo.stop();
});

/** Sets rules for as long as the work takes. */
async function under(changed: Omit<RulesRequest, 'conferenceId'>, work: () => Promise<void>) {
	await set(changed);
	try {
		await work();
	} finally {
		await giveUp();
		await set(before);
	}
}
const freeOn = ({ slots }: FamilyProjection) => slots.filter(({ free }) => free).length;
const date = (text: string) => text as LocalDate;

describe('a rule about when', () => {
	it.each<[string, Partial<Rules>, string]>([
		['latestMinutes', { latestMinutes: 60_000 }, 'too-late'],
		['furthestDate', { furthestDate: date('2026-11-30') }, 'too-far-ahead'],
		['rollingDays', { rollingDays: 1 }, 'too-far-ahead'],
	])('%s', (_, rules, code) =>
		under({ rules }, async () => {
			expect(freeOn(await page())).toBe(0);
			expect(await codes(visit)).toEqual([code]);
		}),
	);

	it('changeMinutes', () =>
		under({ rules: { changeMinutes: 60_000 } }, async () => {
			const booked = await book(visit.slice(0, 1));
			expect(booked.status).toBe(201);
			const [own] = (await page()).appointments;
			expect(own!.changeableUntil).toBe(own!.start - 60_000 * 60_000);
			const gone = await ask('DELETE', `/appointments/${own!.id}`);
			expect(gone.conflicts).toMatchObject([{ code: 'too-late' }]);
			await set(before);
		}));
});

describe('a rule about how much', () => {
	it('perFamily', () =>
		under({ rules: { perFamily: 1 } }, async () => {
			expect((await page()).limits.family).toBe(1);
			expect(await codes(visit)).toEqual(['family-limit']);
		}));

	it('perStudent', () =>
		under({ rules: { perStudent: 1 } }, async () => {
			expect(await codes(visit)).toEqual(['student-limit']);
			expect((await book(visit.slice(0, 1))).status).toBe(201);
			expect(Object.values((await page()).limits.perStudent)).toContain(0);
		}));

	it('perDeskDay', () =>
		under({ rules: { perDeskDay: 1 } }, async () => {
			// At the demo's desks somebody has booked already.
			const { limits } = await page();
			expect(Object.values(limits.perDeskDay)).toContain(0);
			expect(await codes(visit)).toContain('desk-day-limit');
		}));

	it('pauseMinutes', () =>
		under({ pauseMinutes: 120 }, async () => {
			expect((await page()).conference.pauseMinutes).toBe(120);
			expect(await codes(visit)).toEqual(['turn-too-short']);
		}));
});

it('a rule about how: acceptance', () =>
	under({ rules: { acceptance: 'asked' } }, async () => {
		expect((await page()).desks.every(({ asksFirst }) => asksFirst)).toBe(true);
		const booked = await book(visit.slice(0, 1));
		expect(booked.appointments).toMatchObject([{ standing: 'asked' }]);
	}));

it('without any of them all of it is booked', async () => {
	expect((await book(visit)).status).toBe(201);
	await giveUp();
});
