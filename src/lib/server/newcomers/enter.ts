import { eq } from 'drizzle-orm';
import type { AdultId, FamilyId } from '../../core/ids';
import { SYSTEM } from '../../core/permissions/may';
import type { NewcomerFacts } from '../../core/newcomers/newcomer';
import { newcomerEnter } from '../../operations/newcomers';
import type { App } from '../app';
import { entryOf } from '../conferences/entry-of';
import type { Transaction } from '../foundation/database/connect';
import { invitation, newcomer } from '../foundation/database/schema';
import { performs, type Asked } from '../foundation/runner/perform';
import { visitorCookie } from '../invitations/visitor-cookie';
import { invite } from '../invitations/visitors';
import { lockRegister } from '../register/lock-register';
import { fullName } from '../register/names';
import { classesNow, classMeant } from '../register/write-student';
import { familiesAlike } from './alike';
import { makeFamily } from './make-family';
import { adultsAt, provedBy, waitsSince, type KnownAdult, type Proved } from './proof';

const enter = performs(newcomerEnter).by({
	// Two links of one address spent at once would make two families.
	lock: lockRegister,
	async work(asked) {
		const { tx, clock, config, input } = asked;
		const proved = await provedBy(tx, { key: config.key, token: input.token, clock });
		if (!proved) return { refused: { reason: 'wrong-proof' } };
		const known = await adultsAt(tx, proved.email);
		if (known.length) return asKnown(asked, proved, known);
		// Asked for twice, it waits once.
		if (await waitsSince(tx, proved)) return { refused: { reason: 'wrong-proof' } };
		const { facts } = input;
		if (!facts) return { refused: { reason: 'facts-missing' } };
		const classes = await classesNow(tx);
		const hasClass = ({ class: label }: NewcomerFacts['children'][number]) =>
			label === '' || classMeant(classes, label) !== undefined;
		if (!facts.children.every(hasClass)) return { refused: { reason: 'no-class' } };
		return entryOf(proved.conference, clock.now()) === 'asked'
			? asWaiting(asked, proved, facts)
			: asLetIn(asked, proved, facts);
	},
});

type Entering = Pick<Asked<unknown>, 'tx' | 'clock'>;

/** Somebody who is on the list comes in as who they are. */
async function asKnown(
	{ tx, clock }: Entering,
	{ newcomer: { id }, conference }: Proved,
	known: readonly KnownAdult[],
) {
	const open = known.filter(({ invitation: had }) => !had?.revokedAt);
	if (open.length === 0) return { refused: { reason: 'withdrawn' } } as const;
	for (const { adult } of open) await invite(tx, clock, { adultId: adult });
	// It was no newcomer after all.
	await tx.delete(newcomer).where(eq(newcomer.id, id));
	const waysIn = await Promise.all(open.map(({ adult }) => wayInOf(tx, adult)));
	return {
		done: { came: 'in', waysIn },
		act: {
			kind: 'newcomer.known',
			conferenceId: conference.id,
			after: { adults: open.map(({ adult }) => adult) },
		},
	} as const;
}

async function wayInOf(tx: Transaction, adultId: string) {
	const [row] = await tx
		.select({ id: invitation.id, version: invitation.version })
		.from(invitation)
		.where(eq(invitation.adultId, adultId as AdultId));
	return row!;
}

async function asWaiting(
	{ tx, clock }: Entering,
	{ newcomer: { id }, conference }: Proved,
	facts: NewcomerFacts,
) {
	const provedAt = clock.now();
	await tx.update(newcomer).set({ state: 'waiting', provedAt, facts }).where(eq(newcomer.id, id));
	return {
		done: { came: 'waits' },
		act: { kind: 'newcomer.waits', conferenceId: conference.id, after: { newcomer: id } },
	} as const;
}

/** A family of its own. Where a child of that name is known, the office says later whether it is the same. */
async function asLetIn(
	{ tx, clock }: Entering,
	{ newcomer: { id }, conference, email }: Proved,
	facts: NewcomerFacts,
) {
	const { familyId, adultId } = await makeFamily(tx, clock, { facts, email });
	const alike = await familiesAlike(tx, facts.children.map(fullName), familyId);
	const now = clock.now();
	await tx
		.update(newcomer)
		.set({
			state: 'let-in',
			email: null,
			provedAt: now,
			familyId: familyId as FamilyId,
			answeredAt: alike.length ? null : now,
		})
		.where(eq(newcomer.id, id));
	const after = { newcomer: id, adults: [{ familyId, adultId }] };
	const waysIn = [await wayInOf(tx, adultId)];
	return {
		done: { came: 'in', waysIn },
		act: { kind: 'newcomer.let-in', conferenceId: conference.id, familyId, after },
	} as const;
}

/** What became of somebody who spent a link: the cookies that let them in, or that the office is asked. */
export type Entered =
	| { readonly came: 'in'; readonly cookies: readonly string[] }
	| { readonly came: 'waits' }
	| { readonly came: 'wrong-proof' | 'facts-missing' | 'no-class' | 'withdrawn' };

/** Spends the link that proves an address. */
export async function enterBy(
	app: App,
	input: { readonly token: string; readonly facts: NewcomerFacts | null },
): Promise<Entered> {
	const outcome = await enter(app, SYSTEM, input);
	if (!outcome.ok) return { came: outcome.reason };
	if (outcome.came === 'waits') return { came: 'waits' };
	const { key } = app.config;
	return {
		came: 'in',
		cookies: outcome.waysIn.map((way) => visitorCookie(key, { kind: 'invitation', ...way })),
	};
}
