import { fromBase32, toBase32 } from '../foundation/base32';
import { secret as told } from '../foundation/secret-in-answer';
import { keyedDigest, sameDigest } from '../foundation/keyed-digest';

/** What a private link stands for. */
export interface InvitationRef {
	readonly id: string;
	readonly version: number;
}

/** A number of 128 bits in base 32, and as much of a digest. */
const ID_LENGTH = 26;
const SECRET_LENGTH = 26;
/** Links that were handed out before are in base 64, where case matters. */
const OLD_ID_LENGTH = 22;
const OLD_SECRET_LENGTH = 32;

/** The 128 bits of an id. */
export const bytesOf = (id: string): Buffer => Buffer.from(id.replaceAll('-', ''), 'hex');

/** The id of 128 bits; `null` for anything else. */
export function idOf(bytes: Uint8Array | null): string | null {
	const hex = bytes ? Buffer.from(bytes).toString('hex') : '';
	if (hex.length !== 32) return null;
	return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

const digestOf = (key: string, purpose: string, { id, version }: InvitationRef): string =>
	keyedDigest(key, purpose, `${id}:${version}`);

/** A digest for an address that people read, copy and lose the case of. */
export const legibleDigest = (digest: string, length: number): string =>
	toBase32(Buffer.from(digest, 'base64url')).slice(0, length);

/**
 * What stands in the address. Its secret is computed from the invitation, its version and the server's key,
 * so that it can be made again for a letter, while nothing stored lets anyone in.
 */
const tokenOf = (key: string, purpose: string, ref: InvitationRef): string =>
	toBase32(bytesOf(ref.id)) + legibleDigest(digestOf(key, purpose, ref), SECRET_LENGTH);

/** The address of an invitation. */
export const invitationLink = (origin: string, key: string, invitation: InvitationRef): string =>
	told(`${origin}/i/${tokenOf(key, 'invitation-link', invitation)}`);

/** The address at which a guest finds the one appointment. */
export const guestLink = (origin: string, key: string, guest: InvitationRef): string =>
	told(`${origin}/g/${tokenOf(key, 'guest-link', guest)}`);

/** The address at which an adult confirms another e-mail address; its version is when it was asked for. */
export const emailProofLink = (origin: string, key: string, asked: InvitationRef): string =>
	told(`${origin}/proof/${tokenOf(key, 'email-proof', asked)}`);

/** The address at which somebody who came by a conference's open link proves an e-mail address. */
export const newcomerLink = (origin: string, key: string, asked: InvitationRef): string =>
	told(`${origin}/come/in/${tokenOf(key, 'newcomer', asked)}`);

/** Letters that look like digits which base 32 does not have. */
const LOOK_ALIKE: Record<string, string> = { '0': 'o', '1': 'l' };

/**
 * The invitation that a link names; whether its secret is right must be asked. What mail programs and people
 * add to a link or lose of it does not matter: a full stop or bracket at its end, a line break in it, case.
 */
export function readLinkToken(token: string): { id: string; secret: string } | null {
	const plain = token.replaceAll(/[^\w-]/g, '');
	if (plain.length === OLD_ID_LENGTH + OLD_SECRET_LENGTH) {
		const id = idOf(Buffer.from(plain.slice(0, OLD_ID_LENGTH), 'base64url'));
		return id ? { id, secret: plain.slice(OLD_ID_LENGTH) } : null;
	}
	const letters = plain
		.toLowerCase()
		.replaceAll(/[01]/g, (digit) => LOOK_ALIKE[digit]!)
		.replaceAll(/[^a-z2-7]/g, '');
	if (letters.length !== ID_LENGTH + SECRET_LENGTH) return null;
	const id = idOf(fromBase32(letters.slice(0, ID_LENGTH)));
	return id ? { id, secret: letters.slice(ID_LENGTH) } : null;
}

function isSecret(key: string, purpose: string, ref: InvitationRef, secret: string): boolean {
	const digest = digestOf(key, purpose, ref);
	return sameDigest(
		secret.length === OLD_SECRET_LENGTH
			? digest.slice(0, OLD_SECRET_LENGTH)
			: legibleDigest(digest, SECRET_LENGTH),
		secret,
	);
}

export const isLinkSecret = (key: string, invitation: InvitationRef, secret: string): boolean =>
	isSecret(key, 'invitation-link', invitation, secret);

export const isGuestSecret = (key: string, guest: InvitationRef, secret: string): boolean =>
	isSecret(key, 'guest-link', guest, secret);

export const isEmailProof = (key: string, asked: InvitationRef, secret: string): boolean =>
	isSecret(key, 'email-proof', asked, secret);

export const isNewcomerProof = (key: string, asked: InvitationRef, secret: string): boolean =>
	isSecret(key, 'newcomer', asked, secret);
