import { randomBytes } from 'node:crypto';
import { isIPv6 } from 'node:net';
import { keyedDigest, sameDigest } from '../foundation/keyed-digest';

/** Names the devices from which somebody signed in, so that strangers' guesses do not keep them out. */
export const DEVICE_COOKIE = 'ten-chairs-devices';

/** From where somebody tries to sign in. */
export interface Client {
	/** Its address: of the connection, or where a proxy says it, if the configuration says so. */
	readonly address: string;
	/** The cookie of devices from which somebody signed in before. */
	readonly devices: string | undefined;
}

/** One household or phone has a whole /64 of IPv6 to itself (RFC 6177), and could change within it. */
export function networkOf({ address }: Pick<Client, 'address'>): string {
	if (!isIPv6(address) || address.startsWith('::ffff:')) return address;
	const [head = '', tail] = address.split('::');
	const start = head.split(':').filter(Boolean);
	const missing =
		tail === undefined ? 0 : 8 - start.length - tail.split(':').filter(Boolean).length;
	return [...start, ...Array<string>(missing).fill('0')].slice(0, 4).join(':');
}

/** On one computer several people of the office sign in. */
const MOST_DEVICES = 5;
const SEPARATOR = '~';

const secretOf = (key: string, email: string, device: string): string =>
	keyedDigest(key, 'known-device', `${email}:${device}`);

/** The name of the device, if somebody has signed in from it with this address before. */
export function knownDevice(key: string, email: string, { devices }: Client): string | null {
	for (const entry of (devices ?? '').split(SEPARATOR)) {
		const [device = '', secret = ''] = entry.split('.');
		if (device && sameDigest(secret, secretOf(key, email, device))) return device;
	}
	return null;
}

/** The cookie of a device from which somebody has just signed in. */
export function rememberDevice(key: string, email: string, client: Client): string {
	const known = (client.devices ?? '').split(SEPARATOR).filter(Boolean);
	if (knownDevice(key, email, client)) return known.join(SEPARATOR);
	const device = randomBytes(12).toString('base64url');
	return [`${device}.${secretOf(key, email, device)}`, ...known]
		.slice(0, MOST_DEVICES)
		.join(SEPARATOR);
}
