import { eq } from 'drizzle-orm';
import type { Actor } from '$lib/core/permissions/may';
import type { LocalDate } from '$lib/core/time/local-of';
import type { App } from '$lib/server/app';
import { adultRight, adult, familyAdult, notice } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { invite } from '$lib/server/invitations/visitors';
import type { Message, Sent } from '$lib/server/messages/mailer';
import { deliverNotices } from '$lib/server/notices/sending/deliver-notices';
import { bookVisit } from '$lib/server/visits/change-visit';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool } from './small-school';

export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;

/** A school whose mail server answers as the test says, and whose clock goes on when the test says so. */
export async function noticeSchool({
	date,
	startAt,
}: { readonly date?: LocalDate; readonly startAt?: number } = {}) {
	const plain = await freshApp(startAt === undefined ? {} : { startAt });
	const hours = date && [{ date, start: 17 * 60, end: 19 * 60 }];
	const school = await smallSchool(plain, { families: 2, desks: 2, ...(hours && { hours }) });
	let now = plain.clock.now();
	const sent: Message[] = [];
	let answer: (message: Message) => Sent = () => 'sent';
	const app: App = {
		...plain,
		clock: { now: () => now },
		mail: {
			...plain.mail,
			async send(message) {
				const outcome = answer(message);
				if (outcome === 'sent') sent.push(message);
				return outcome;
			},
		},
	};
	const [first, second] = school.families;
	const email = async (id: string, address: string | null) =>
		void (await app.db.update(adult).set({ email: address }).where(eq(adult.id, id)));
	await email(first!.adult, 'first@post.example');
	await email(second!.adult, 'second@post.example');
	const ids = { conferenceId: school.conference, familyId: first!.id };
	return {
		app,
		school,
		ids,
		sent,
		first: first!,
		email,
		pass: (milliseconds: number) => (now += milliseconds),
		answerWith: (next: typeof answer) => (answer = next),
		subjects: () => sent.map(({ subject }) => subject),
		async book(picks: [number, number][], actor: Actor = first!.actor) {
			return done(await bookVisit(app, actor, await school.request(0, picks)));
		},
		async deliver(after = 2 * MINUTE) {
			now += after;
			await deliverNotices(app);
		},
	};
}

export async function secondAdult(app: App, familyId: string, email: string): Promise<string> {
	const id = newId(app.clock);
	await app.db.transaction(async (tx) => {
		await tx.insert(adult).values({ id, givenName: 'Second', email });
		await tx.insert(familyAdult).values({ familyId, adultId: id });
		await invite(tx, app.clock, { adultId: id });
	});
	return id;
}

export const states = async ({ db }: App) =>
	(await db.select().from(notice).orderBy(notice.id)).map(({ kind, state, reason }) =>
		[kind, state, reason].filter(Boolean).join(' '),
	);

/** Withdraws from an adult the right to be told about a student. */
export const silence = ({ db }: App, adultId: string, studentId: string) =>
	db.insert(adultRight).values({ adultId, studentId, mayBook: true, maySee: true, isTold: false });
