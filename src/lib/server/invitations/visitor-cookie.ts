import { keyedDigest, sameDigest } from '../foundation/keyed-digest';
import { bytesOf, idOf } from './links';

const kinds = { i: 'invitation', f: 'family', a: 'adult' } as const;

/** By what somebody came in: a link, a family's code or an adult's. */
export interface Credential {
	readonly kind: (typeof kinds)[keyof typeof kinds];
	readonly id: string;
	readonly version: number;
}

const digestOf = (key: string, { kind, id, version }: Credential): string =>
	kind === 'invitation'
		? keyedDigest(key, 'visitor-cookie', `${id}:${version}`)
		: keyedDigest(key, `visitor-cookie-${kind}`, `${id}:${version}`);

/** The cookie that a link or a code is exchanged for. */
export function visitorCookie(key: string, credential: Credential): string {
	const packed = bytesOf(credential.id).toString('base64url');
	return [packed, credential.version, digestOf(key, credential), credential.kind[0]].join('.');
}

/** What a cookie stands for, or `null` for one that was not made here. One without a kind is a link's. */
export function readVisitorCookie(key: string, cookie: string): Credential | null {
	const [packed = '', versionText = '', digest = '', sign = 'i'] = cookie.split('.');
	const id = idOf(Buffer.from(packed, 'base64url'));
	const version = Number(versionText);
	if (!id || !Number.isSafeInteger(version) || !(sign in kinds)) return null;
	const credential = { kind: kinds[sign as keyof typeof kinds], id, version };
	return sameDigest(digest, digestOf(key, credential)) ? credential : null;
}
