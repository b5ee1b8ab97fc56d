import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { invitation, person } from '../database/schema';
import { invitationLink, legibleDigest, type InvitationRef } from '../invitations/links';
import { keyedDigest, sameDigest } from '../keyed-digest';
import { fullName } from '../people/names';
import { ForbiddenError } from '../permissions/forbidden';

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
	return mail.send({ about: `${act}.${to.id}`, to: email, subject: words.subject(), text });
}

/** Sends one teacher the private link now. Returns whether it is on its way. */
export async function sendTeacherLink(
	app: Pick<App, 'db' | 'config' | 'clock' | 'mail'>,
	actor: Actor,
	personId: string,
	words: LinkWords,
): Promise<boolean> {
	if (!may(actor, 'links.see')) throw new ForbiddenError();
	const { db, clock } = app;
	const [row] = await db
		.select({ person, invitation })
		.from(person)
		.innerJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.where(and(isNull(person.leftAt), isNotNull(person.email), eq(person.id, personId)));
	if (!row) return false;
	const act = await inTransaction(db, (tx) =>
		recordAct(tx, clock, { actor, kind: 'links.sent', after: { persons: [personId] } }),
	);
	return sendLinkTo(app, act, row.person, row.invitation, words);
}

/** Notes that whoever opened the link has the address to which it was sent. */
export async function confirmAddress(
	{ db, config, clock }: Pick<App, 'db' | 'config' | 'clock'>,
	personId: string,
	proof: string,
): Promise<boolean> {
	const [row] = await db.select().from(person).where(eq(person.id, personId));
	// What stands around the link in a letter may cling to it.
	const plain = proof.toLowerCase().replaceAll(/[^a-z2-7]/g, '');
	if (!row?.email || !sameDigest(plain, proofOf(config.key, personId, row.email))) return false;
	await inTransaction(db, async (tx) => {
		await tx
			.update(person)
			.set({ emailConfirmedAt: clock.now() })
			.where(and(eq(person.id, personId), isNull(person.emailConfirmedAt)));
	});
	return true;
}
