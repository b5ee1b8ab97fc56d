import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { person } from '$lib/server/foundation/database/schema';
import { beginSending, latestSending, sendLinks } from '$lib/server/messages/send-links';
import { freshApp } from './database';
import { smallSchool } from './small-school';

const words = { subject: () => 'Your link', text: ({ link }: { link: string }) => link };

it('links to many teachers are sent once each by a job, which goes on where it was broken off', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 3 });
	const people = await app.db.select().from(person).orderBy(person.id);
	for (const [at, { id }] of people.entries())
		await app.db
			.update(person)
			.set({ email: `t${at}@s.example` })
			.where(eq(person.id, id));
	const begun = await beginSending(app, school.organiser, {});
	if (!begun.ok) throw new Error(begun.reason);
	expect(await beginSending(app, school.organiser, {})).toEqual({ ok: false, reason: 'busy' });
	const jobs = await app.db.execute(`select task_identifier as task from graphile_worker.jobs`);
	expect([...jobs]).toEqual([{ task: 'send-links' }]);

	const sent: string[] = [];
	const mailing = (send: (to: string) => boolean): App => ({
		...app,
		mail: { ...app.mail, send: async ({ to }) => (send(to) ? 'sent' : 'refused') },
	});
	const breaking = mailing((to) => {
		if (sent.length === 1) throw new Error('the process ends');
		sent.push(to);
		return true;
	});
	await expect(sendLinks(breaking, begun.sending, words)).rejects.toThrow();
	expect(await latestSending(app.db)).toEqual({ all: 3, sent: 1, failed: 0, isDone: false });
	const refusing = mailing((to) => {
		sent.push(to);
		return to !== 't2@s.example';
	});
	await sendLinks(refusing, begun.sending, words);
	expect(sent).toEqual(['t0@s.example', 't1@s.example', 't2@s.example']);
	expect(await latestSending(app.db)).toEqual({ all: 3, sent: 2, failed: 1, isDone: true });
	await expect(
		beginSending(app, { kind: 'helper', account: people[0]!.id, knowsSafety: false }, {}),
	).rejects.toThrow();
	expect(await beginSending(app, school.organiser, {})).toMatchObject({ ok: true });
});
