// Who may book when, and how much, as the office sets it.
import { expect, it } from 'vitest';
import { usualRules } from '$lib/core/snapshot/rules';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { readProgress } from '$lib/server/conferences/read-progress';
import { readRules } from '$lib/server/conferences/read-rules';
import { saveRules } from '$lib/server/conferences/save-rules';
import { bookVisit } from '$lib/server/visits/change-visit';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool } from './small-school';

it('each is changed by itself, obeyed at once, and told when it contradicts another', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 2 });
	const { organiser, conference: conferenceId } = school;
	const row = async () => (await conferenceWithId(app.db, conferenceId))!;
	const wrong = async () =>
		(await readProgress(app, organiser, await row())).progress.contradictions;
	expect(await wrong()).toBe(0);

	done(await saveRules(app, organiser, { conferenceId, pauseMinutes: 15 }));
	done(await saveRules(app, organiser, { conferenceId, rules: { perStudent: 3 } }));
	done(await saveRules(app, organiser, { conferenceId, rules: { perFamily: 1 } }));
	expect(await readRules(app, organiser, await row())).toMatchObject({
		rules: { ...usualRules, perStudent: 3, perFamily: 1 },
		pauseMinutes: 15,
		switchMinutes: 15,
		lastStart: (await loadSnapshot(app.db, conferenceId)).slots.at(-1)!.start,
		ownAcceptance: [],
	});
	expect(await wrong()).toBe(1);

	const [family] = school.families;
	const both = await school.request(0, [
		[0, 0],
		[1, 4],
	]);
	expect(await bookVisit(app, family!.actor, both)).toMatchObject({ ok: false });
	done(await saveRules(app, organiser, { conferenceId, rules: { perFamily: null } }));
	expect(await wrong()).toBe(0);
	// Ten minutes apart is less than the pause.
	const close = await school.request(0, [
		[0, 0],
		[1, 2],
	]);
	expect(await bookVisit(app, family!.actor, close)).toMatchObject({ ok: false });
	done(await bookVisit(app, family!.actor, { ...both, key: `${both.key} again` }));
});

it('a desk that takes bookings in its own way is named', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 0, desks: 2 });
	const { organiser, conference: conferenceId, desks } = school;
	done(await saveRules(app, organiser, { conferenceId, acceptance: { [desks[1]!]: 'asked' } }));
	const ruled = await readRules(app, organiser, (await conferenceWithId(app.db, conferenceId))!);
	expect(ruled.ownAcceptance).toEqual([{ id: desks[1], name: 'Teacher 1', acceptance: 'asked' }]);
});
