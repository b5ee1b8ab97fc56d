import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { adult } from '$lib/server/foundation/database/schema';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import type { Message } from '$lib/server/messages/mailer';
import { askForEmail, proveEmail, wantedEmail } from '$lib/server/register/own-email';
import { freshApp } from './database';
import { smallSchool } from './small-school';

const DAY = 86_400_000;

/** An adult with an address, and what the mail server was handed. */
async function setUp() {
	const plain = await freshApp();
	const school = await smallSchool(plain, { families: 2, desks: 1 });
	let now = plain.clock.now();
	const clock = { now: () => now };
	const sent: Message[] = [];
	const mail: App['mail'] = {
		...plain.mail,
		async send(message) {
			sent.push(message);
			return 'sent';
		},
	};
	const app: App = { ...plain, mail, clock };
	const [me, other] = school.families;
	await app.db.update(adult).set({ email: 'old@post.example' }).where(eq(adult.id, me!.adult));
	const email = async () => {
		const [row] = await app.db.select().from(adult).where(eq(adult.id, me!.adult));
		return row!.email;
	};
	/** The token of the link in the latest message. */
	const token = () => /proof\/(\S+)/.exec(sent.at(-1)!.text)![1]!;
	const pass = (milliseconds: number) => (now += milliseconds);
	return { app, pass, me: me!, other: other!, sent, email, token };
}

describe('another e-mail address of an adult', () => {
	it('counts once the link that was sent there is confirmed, and the old one is told', async () => {
		const { app, me, sent, email, token } = await setUp();
		expect(await askForEmail(app, me.actor, { adult: me.adult, email: 'new@post.example' })).toBe(
			true,
		);
		expect(sent.map(({ to }) => to)).toEqual(['new@post.example']);
		// Looked at, as by a program that scans mail, it changes nothing.
		expect(await wantedEmail(app, token())).toMatchObject({ email: 'new@post.example' });
		expect(await email()).toBe('old@post.example');
		const link = token();
		expect(await proveEmail(app, link)).toBe('new@post.example');
		expect(await email()).toBe('new@post.example');
		expect(sent.at(-1)).toMatchObject({ to: 'old@post.example' });
		expect(sent.at(-1)!.text).not.toContain('new@');
		expect(await proveEmail(app, link)).toBeNull();
	});

	it('is confirmed by the newest link alone, within three days', async () => {
		const { app, pass, me, email, token } = await setUp();
		const ask = (address: string) =>
			askForEmail(app, me.actor, { adult: me.adult, email: address });
		await ask('first@post.example');
		const first = token();
		pass(1000);
		await ask('second@post.example');
		expect(await proveEmail(app, first)).toBeNull();
		expect(await proveEmail(app, withAnotherSign(token()))).toBeNull();
		pass(3 * DAY);
		expect(await proveEmail(app, token())).toBeNull();
		expect(await email()).toBe('old@post.example');
	});

	it('is nobody else’s to ask for, and not waited for where nothing could be sent', async () => {
		const { app, me, other } = await setUp();
		const asked = { adult: me.adult, email: 'mine@post.example' };
		await expect(askForEmail(app, other.actor, asked)).rejects.toThrow(ForbiddenError);
		const silent: App = { ...app, mail: { ...app.mail, send: async () => 'unreachable' } };
		expect(await askForEmail(silent, me.actor, asked)).toBe(false);
	});
});

/** The token with one sign that is another, not only written in another way. */
function withAnotherSign(token: string): string {
	const at = token.length - 5;
	return token.slice(0, at) + (token[at] === 'a' ? 'b' : 'a') + token.slice(at + 1);
}
