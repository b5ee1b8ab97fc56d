import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';

const ALGORITHM = 'aes-256-gcm';
const NONCE = 12;
const TAG = 16;

const keyFor = (key: string, purpose: string): Buffer =>
	Buffer.from(hkdfSync('sha256', key, '', purpose, 32));

/** Text that only a server with the key can read again, for one purpose; so a stolen database is of no use. */
export function seal(key: string, purpose: string, text: string): string {
	const nonce = randomBytes(NONCE);
	const cipher = createCipheriv(ALGORITHM, keyFor(key, purpose), nonce);
	const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
	return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64url');
}

/** What was sealed, or `null` when it was sealed under another key or has been changed. */
export function unseal(key: string, purpose: string, sealed: string): string | null {
	const bytes = Buffer.from(sealed, 'base64url');
	if (bytes.length < NONCE + TAG) return null;
	const decipher = createDecipheriv(ALGORITHM, keyFor(key, purpose), bytes.subarray(0, NONCE));
	decipher.setAuthTag(bytes.subarray(NONCE, NONCE + TAG));
	try {
		return Buffer.concat([decipher.update(bytes.subarray(NONCE + TAG)), decipher.final()]).toString(
			'utf8',
		);
	} catch {
		return null;
	}
}
