import { createHmac, timingSafeEqual } from 'node:crypto';

/** An HMAC-SHA-256 under the server's key, for one purpose, in base64url. */
export function keyedDigest(key: string, purpose: string, text: string): string {
	return createHmac('sha256', key).update(`${purpose}\0${text}`).digest('base64url');
}

/** Compares two digests in a time that does not depend on where they differ. */
export function sameDigest(a: string, b: string): boolean {
	const [left, right] = [Buffer.from(a), Buffer.from(b)];
	return left.length === right.length && timingSafeEqual(left, right);
}
