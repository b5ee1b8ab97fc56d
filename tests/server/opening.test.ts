// Booking begins at a stored moment, which is compared with the clock; only the messages are jobs.
import { eq } from 'drizzle-orm';
import { beforeEach, expect, it } from 'vitest';
import { pauseConference, resumeConference } from '$lib/server/conferences/change-conference';
import { conference } from '$lib/server/foundation/database/schema';
import { deliverNotices } from '$lib/server/notices/sending/deliver-notices';
import { tellFamilies } from '$lib/server/notices/telling/tell-families';
import { toldOfOpening } from '$lib/server/notices/telling/told-of-opening';
import { writeMoments } from '$lib/server/notices/telling/write-moments';
import { bookVisit } from '$lib/server/visits/change-visit';
import { familyView } from '$lib/server/visits/family-view';
import { done } from './done';
import { HOUR, MINUTE, noticeSchool } from './notice-school';

let made: Awaited<ReturnType<typeof noticeSchool>>;
beforeEach(async () => {
	made = await noticeSchool();
	const { app, ids } = made;
	await app.db
		.update(conference)
		.set({ opensAt: app.clock.now() + HOUR })
		.where(eq(conference.id, ids.conferenceId));
	await app.db.update(conference).set({ version: 99 });
});

const opened = () =>
	made.sent.filter(({ subject }) => subject.startsWith('You can book now')).length;
async function invite() {
	const { conferenceId } = made.ids;
	done(await tellFamilies(made.app, made.school.organiser, { conferenceId, what: 'invited' }));
	await made.deliver();
}
const isOpen = async () => {
	const { conferenceId, familyId } = made.ids;
	const view = await familyView(made.app, made.first.actor, conferenceId, familyId);
	return view.notBookable === null;
};

it.each([
	['just before the moment', -1, false],
	['at the moment', 0, true],
	['long after, with no server at the moment', 3 * HOUR, true],
])('%s booking is open or not, whatever runs', async (_, late, is) => {
	made.pass(HOUR + late);
	expect(await isOpen()).toBe(is);
	const request = await made.school.request(0, [[0, 0]]);
	expect((await bookVisit(made.app, made.first.actor, request)).ok).toBe(is);
});

it('whoever was invited is told once, by however many servers, before, at and after the moment', async () => {
	const { app, school, ids } = made;
	expect(await toldOfOpening(app, school.organiser, ids.conferenceId)).toBe(0);
	await invite();
	expect(await toldOfOpening(app, school.organiser, ids.conferenceId)).toBe(2);
	await writeMoments(app);
	await made.deliver(0);
	expect(opened()).toBe(0);
	made.pass(HOUR);
	// Two servers at the same moment, and one that was started again later.
	await Promise.all([writeMoments(app), writeMoments(app)]);
	await Promise.all([deliverNotices(app), deliverNotices(app)]);
	made.pass(20 * MINUTE);
	await writeMoments(app);
	await made.deliver();
	expect(opened()).toBe(2);
});

it('while it is paused nobody is told, and everybody is when it goes on', async () => {
	const { app, school, ids } = made;
	const { conferenceId } = ids;
	await invite();
	done(await pauseConference(app, school.organiser, { conferenceId, words: ' Until noon. ' }));
	made.pass(HOUR);
	await writeMoments(app);
	await made.deliver();
	expect(opened()).toBe(0);
	const view = await familyView(app, made.first.actor, conferenceId, ids.familyId);
	expect(view.conference.pauseWords).toBe('Until noon.');
	expect(view.notBookable).toEqual({ code: 'paused' });
	done(await resumeConference(app, school.organiser, { conferenceId }));
	await writeMoments(app);
	await made.deliver();
	expect(opened()).toBe(2);
	expect(await isOpen()).toBe(true);
});
