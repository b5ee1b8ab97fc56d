import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { adult, invitation } from '$lib/server/foundation/database/schema';
import { EVERYBODY } from '$lib/operations/families';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { tellFamilies } from '$lib/server/notices/telling/tell-families';
import { readReach } from '$lib/server/sharing/read-reach';
import { bookVisit } from '$lib/server/visits/change-visit';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool } from './small-school';

it('says of each family once how it knows of a conference, and only to the office', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 5, desks: 1 });
	const [booked, opened] = school.families;
	const reach = () => readReach(app, school.organiser, school.conference);
	const nobody = { families: 5, booked: 0, opened: 0, written: 0, untold: 0, byHand: 5 };
	expect(await reach()).toEqual(nobody);

	for (const { adult: id } of school.families.slice(0, 4))
		await app.db
			.update(adult)
			.set({ email: `${id}@post.example` })
			.where(eq(adult.id, id));
	expect(await reach()).toEqual({ ...nobody, untold: 4, byHand: 1 });

	await bookVisit(app, booked!.actor, await school.request(0, [[0, 0]]));
	await app.db
		.update(invitation)
		.set({ openedAt: app.clock.now() })
		.where(eq(invitation.adultId, opened!.adult));
	expect(await reach()).toEqual({ ...nobody, booked: 1, opened: 1, untold: 2, byHand: 1 });

	const { conference: conferenceId } = school;
	done(await tellFamilies(app, school.organiser, { ...EVERYBODY, conferenceId, what: 'invited' }));
	expect(await reach()).toEqual({ ...nobody, booked: 1, opened: 1, written: 2, byHand: 1 });

	await expect(readReach(app, booked!.actor, school.conference)).rejects.toThrow(ForbiddenError);
});
