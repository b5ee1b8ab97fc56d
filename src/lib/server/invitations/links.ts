import { keyedDigest, sameDigest } from '../keyed-digest';

/** What a private link or a visitor's cookie stands for. */
export interface InvitationRef {
	readonly id: string;
	readonly version: number;
}

const ID_LENGTH = 22;
const SECRET_LENGTH = 32;

const packId = (id: string): string =>
	Buffer.from(id.replaceAll('-', ''), 'hex').toString('base64url');

function unpackId(packed: string): string | null {
	const hex = Buffer.from(packed, 'base64url').toString('hex');
	if (hex.length !== 32) return null;
	return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

const linkSecret = (key: string, { id, version }: InvitationRef): string =>
	keyedDigest(key, 'invitation-link', `${id}:${version}`).slice(0, SECRET_LENGTH);

/**
 * The address of an invitation. Its secret is computed from the invitation, its version and the
 * server's key, so that it can be made again for a letter, while nothing stored lets anyone in.
 */
export function invitationLink(origin: string, key: string, invitation: InvitationRef): string {
	return `${origin}/i/${packId(invitation.id)}${linkSecret(key, invitation)}`;
}

const guestSecret = (key: string, { id, version }: InvitationRef): string =>
	keyedDigest(key, 'guest-link', `${id}:${version}`).slice(0, SECRET_LENGTH);

/** The address at which a guest finds the one appointment; made like an invitation's. */
export function guestLink(origin: string, key: string, guest: InvitationRef): string {
	return `${origin}/g/${packId(guest.id)}${guestSecret(key, guest)}`;
}

export function isGuestSecret(key: string, guest: InvitationRef, secret: string): boolean {
	return sameDigest(guestSecret(key, guest), secret);
}

/** The invitation that a link names; whether its secret is right must be asked with `isLinkSecret`. */
export function readLinkToken(token: string): { id: string; secret: string } | null {
	if (!/^[\w-]+$/.test(token) || token.length !== ID_LENGTH + SECRET_LENGTH) return null;
	const id = unpackId(token.slice(0, ID_LENGTH));
	return id ? { id, secret: token.slice(ID_LENGTH) } : null;
}

export function isLinkSecret(key: string, invitation: InvitationRef, secret: string): boolean {
	return sameDigest(linkSecret(key, invitation), secret);
}

const cookieDigest = (key: string, { id, version }: InvitationRef): string =>
	keyedDigest(key, 'visitor-cookie', `${id}:${version}`);

/** The cookie that a link is exchanged for. */
export function visitorCookie(key: string, invitation: InvitationRef): string {
	return [packId(invitation.id), invitation.version, cookieDigest(key, invitation)].join('.');
}

/** The invitation that a cookie stands for, or `null` for a cookie that was not made here. */
export function readVisitorCookie(key: string, cookie: string): InvitationRef | null {
	const [packed = '', versionText = '', digest = ''] = cookie.split('.');
	const id = unpackId(packed);
	const version = Number(versionText);
	if (!id || !Number.isSafeInteger(version)) return null;
	return sameDigest(digest, cookieDigest(key, { id, version })) ? { id, version } : null;
}
