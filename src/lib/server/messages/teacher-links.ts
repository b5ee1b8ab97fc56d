import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { invitation, person } from '../database/schema';
import { invitationLink, legibleDigest } from '../invitations/links';
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

/**
 * Sends teachers their private links, to those named or to all who have not confirmed their address.
 * The link as it is sent proves the address when it is opened. Returns how many were sent.
 */
export async function sendTeacherLinks(
	{ db, config, clock, mail }: Pick<App, 'db' | 'config' | 'clock' | 'mail'>,
	actor: Actor,
	whom: { readonly id: string } | 'unconfirmed',
	words: LinkWords,
): Promise<{ sent: number; notSent: number }> {
	if (!may(actor, 'links.see')) throw new ForbiddenError();
	const rows = await db
		.select({ person, invitation })
		.from(person)
		.innerJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.where(
			and(
				isNull(person.leftAt),
				isNotNull(person.email),
				whom === 'unconfirmed'
					? and(isNull(person.emailConfirmedAt), eq(person.isTeacher, true))
					: eq(person.id, whom.id),
			),
		);
	const act = await inTransaction(db, (tx) =>
		recordAct(tx, clock, {
			actor,
			kind: 'links.sent',
			after: { persons: rows.map(({ person }) => person.id) },
		}),
	);
	let sent = 0;
	for (const { person: to, invitation: way } of rows) {
		const email = to.email!;
		const link = `${invitationLink(config.origin, config.key, way)}?proof=${proofOf(config.key, to.id, email)}`;
		const text = words.text({ name: fullName(to), link });
		const isSent = await mail.send({
			...{ about: `${act}.${to.id}`, to: email, subject: words.subject(), text },
		});
		if (isSent) sent++;
	}
	return { sent, notSent: rows.length - sent };
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
