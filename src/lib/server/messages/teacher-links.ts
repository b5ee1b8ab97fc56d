import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { addressConfirm, linkSend } from '../../operations/messages';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { invitation, person } from '../foundation/database/schema';
import { invitationLink, legibleDigest, type InvitationRef } from '../invitations/links';
import { keyedDigest, sameDigest } from '../foundation/keyed-digest';
import { fullName } from '../register/names';
import { performs, type Deps } from '../foundation/runner/perform';

/** Words of the message; sentences come from the message library. */
export interface LinkWords {
	subject(): string;
	text(facts: { readonly name: string; readonly link: string }): string;
}

/** Letters of base 32: 120 bits. */
const PROOF_LENGTH = 24;

const proofOf = (key: string, personId: string, email: string): string =>
	legibleDigest(
		keyedDigest(key, 'address-proof', `${personId}:${email.toLowerCase()}`),
		PROOF_LENGTH,
	);

/** Sends a teacher the private link. As it is sent it proves the address when it is opened. */
export async function sendLinkTo(
	{ config, mail }: Pick<App, 'config' | 'mail'>,
	act: string,
	to: typeof person.$inferSelect,
	way: InvitationRef,
	words: LinkWords,
): Promise<boolean> {
	const email = to.email;
	if (!email) return false;
	const proof = new URLSearchParams({ proof: proofOf(config.key, to.id, email) });
	const link = `${invitationLink(config.origin, config.key, way)}?${proof}`;
	const text = words.text({ name: fullName(to), link });
	const message = { about: `${act}.${to.id}`, to: email, subject: words.subject(), text };
	return (await mail.send(message)) === 'sent';
}

/** Sends one teacher the private link now. Returns whether it is on its way. */
export async function sendTeacherLink(
	app: Deps & Pick<App, 'mail'>,
	actor: Actor,
	personId: string,
	words: LinkWords,
): Promise<boolean> {
	const told = await tellOfLink(app, actor, { person: personId });
	const to = await reachable(app.db, personId);
	return told.ok && to !== null && sendLinkTo(app, told.act, to.person, to.invitation, words);
}

/** Remembers that a teacher is sent the private link, before it is sent. */
const tellOfLink = performs(linkSend).by({
	async work({ tx, act, input: { person: id } }) {
		if (!(await reachable(tx, id))) return { refused: { reason: 'no-address' } };
		return { done: { act }, act: { kind: 'links.sent', after: { persons: [id] } } };
	},
});

/** Somebody of the school who has an address and a link. */
async function reachable(db: Reader, personId: string) {
	const [row] = await db
		.select({ person, invitation })
		.from(person)
		.innerJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.where(and(isNull(person.leftAt), isNotNull(person.email), eq(person.id, personId)));
	return row ?? null;
}

/** Notes that whoever opened the link has the address to which it was sent. */
export const confirmAddress = performs(addressConfirm).by({
	async work({ tx, clock, config, input: { person: personId, proof } }) {
		const [row] = await tx.select().from(person).where(eq(person.id, personId));
		// What stands around the link in a letter may cling to it.
		const plain = proof.toLowerCase().replaceAll(/[^a-z2-7]/g, '');
		if (!row?.email || !sameDigest(plain, proofOf(config.key, personId, row.email)))
			return { refused: { reason: 'wrong-proof' } };
		const confirmed = await tx
			.update(person)
			.set({ emailConfirmedAt: clock.now() })
			.where(and(eq(person.id, personId), isNull(person.emailConfirmedAt)))
			.returning({ id: person.id });
		const act = { kind: 'link.confirmed', personId, after: { person: personId } } as const;
		return { done: {}, act: confirmed.length ? act : null };
	},
});
