import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { Actor } from '$lib/core/permissions/may';
import { withdrawConference } from '$lib/server/conferences/change-conference';
import { saveRules } from '$lib/server/conferences/save-rules';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import { wish, wishDesk } from '$lib/server/foundation/database/schema';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { changeRight } from '$lib/server/safety/change-safety';
import { openShortLink } from '$lib/server/sharing/open-short-link';
import { makeShortLink, replaceShortLink, shortLinksOf } from '$lib/server/sharing/short-links';
import { meetByLink } from '$lib/server/visits/meet-by-link';
import { freshApp } from './database';
import { done, refused } from './done';
import { smallSchool } from './small-school';

type Adult = Extract<Actor, { kind: 'adult' }>;

async function sharedSchool() {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const { organiser, conference: conferenceId } = school;
	/** Makes the short address of a desk, or of the conference. */
	const make = async (desk: string | null) => {
		done(await makeShortLink(app, organiser, { conferenceId, desk }));
		const links = await shortLinksOf(app, organiser, conferenceId);
		return links.find((link) => (link.desk?.id ?? null) === desk)!.code;
	};
	const unlist = async (desk: number) => {
		const base = (await loadPlans(app.db, conferenceId)).find(
			({ id }) => id === school.desks[desk],
		)!;
		const changes = [{ base, plan: { ...base, isListed: false } }];
		done(await savePlans(app, organiser, { conferenceId, changes }));
	};
	const wishesAt = (desk: number) =>
		app.db.$count(
			wish,
			sql`id in (select wish_id from wish_desk where desk_id = ${school.desks[desk]!})`,
		);
	const family = school.families[0]!;
	const adults = [family.actor as Adult];
	return { app, school, conferenceId, organiser, make, unlist, wishesAt, family, adults };
}

describe('a short address', () => {
	it('leads a family to the desk, and somebody whom nobody knows to the ways in', async () => {
		const { app, school, make, family, adults, conferenceId, organiser } = await sharedSchool();
		const [desk] = school.desks;
		const code = await make(desk!);
		// Typed as people type: small, with a sign that looks alike, without hyphens.
		const typed = code.toLowerCase().replaceAll('-', ' ').replaceAll('7', '1');
		const opened = await openShortLink(app, adults, typed);
		expect(opened).toMatchObject({ leads: 'on' });
		expect(opened).toHaveProperty(
			'to',
			expect.stringMatching(new RegExp(`family=${family.id}&step=whom&desk=${desk}$`)),
		);
		expect(await openShortLink(app, [], code)).toMatchObject({
			leads: 'in',
			door: null,
			desk: { name: 'Teacher 0' },
		});
		expect(await openShortLink(app, [], await make(null))).toEqual({ leads: 'on', to: '/?code' });
		done(await saveRules(app, organiser, { conferenceId, rules: { entry: 'open' } }));
		expect(await openShortLink(app, [], code)).toMatchObject({
			door: expect.stringMatching(/^\/come\//),
		});
		expect(await openShortLink(app, [], '222-222-222')).toBeNull();
		await withdrawConference(app, organiser, { conferenceId });
		expect(await openShortLink(app, adults, code)).toBeNull();
	});

	it('is made once, and leads nowhere once it is replaced', async () => {
		const { app, school, make, adults, conferenceId, organiser } = await sharedSchool();
		const [desk] = school.desks;
		const first = await make(desk!);
		expect(await make(desk!)).toBe(first);
		done(await replaceShortLink(app, organiser, { conferenceId, code: first }));
		const [link, ...others] = await shortLinksOf(app, organiser, conferenceId);
		expect(others).toEqual([]);
		expect(link!.code).not.toBe(first);
		expect(await openShortLink(app, adults, first)).toEqual({ leads: 'nowhere' });
		expect(await openShortLink(app, adults, link!.code)).toMatchObject({ leads: 'on' });
		expect(await replaceShortLink(app, organiser, { conferenceId, code: first })).toEqual(
			refused('unknown'),
		);
		await expect(makeShortLink(app, adults[0]!, { conferenceId, desk: desk! })).rejects.toThrow(
			ForbiddenError,
		);
	});
});

describe('a desk that is reached by its own link alone', () => {
	it('is shown to nobody before the link was opened, and then to that family', async () => {
		const { app, school, make, unlist, wishesAt, family, adults } = await sharedSchool();
		const code = await make(school.desks[1]!);
		expect(await wishesAt(1)).toBe(2);
		await unlist(1);
		expect(await wishesAt(1)).toBe(0);
		expect(await wishesAt(0)).toBe(2);
		expect(await openShortLink(app, adults, code)).toMatchObject({
			leads: 'add',
			students: [{ id: family.student, family: family.id }],
		});
		const wanted = { familyId: family.id, student: family.student, code };
		done(await meetByLink(app, family.actor, wanted));
		expect(await wishesAt(1)).toBe(1);
		expect(await openShortLink(app, adults, code)).toMatchObject({ leads: 'on' });
		expect(await meetByLink(app, family.actor, wanted)).toEqual(refused('wished'));
	});

	it('is not opened by the link of a listed desk, for other people’s children, or without the right to book', async () => {
		const { app, school, make, unlist, family, adults, organiser } = await sharedSchool();
		const other = school.families[1]!;
		const listed = await make(school.desks[0]!);
		await app.db.delete(wishDesk);
		await app.db.delete(wish).where(eq(wish.familyId, family.id as never));
		expect(await openShortLink(app, adults, listed)).toMatchObject({ leads: 'apart' });
		const wanted = { familyId: family.id, student: family.student, code: listed };
		expect(await meetByLink(app, family.actor, wanted)).toEqual(refused('unknown'));

		await unlist(0);
		expect(await meetByLink(app, family.actor, { ...wanted, student: other.student })).toEqual(
			refused('unknown'),
		);
		await expect(meetByLink(app, family.actor, { ...wanted, familyId: other.id })).rejects.toThrow(
			ForbiddenError,
		);
		const { account } = organiser as Extract<Actor, { kind: 'organiser' }>;
		const knows: Actor = { kind: 'organiser', account, knowsSafety: true };
		const { adult, student } = family;
		const right = { adult, student, mayBook: false, maySee: true, isTold: true };
		done(await changeRight(app, knows, right));
		expect(await meetByLink(app, family.actor, wanted)).toEqual(refused('unknown'));
		expect(await openShortLink(app, adults, listed)).toMatchObject({ leads: 'apart' });
	});
});
