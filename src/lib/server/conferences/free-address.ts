import { like } from 'drizzle-orm';
import type { Transaction } from '../database/connect';
import { conference } from '../database/schema';

/** A readable address made of a name: small letters, digits and dashes. */
export function addressOf(name: string): string {
	const plain = name
		.normalize('NFKD')
		.replaceAll(/\p{M}/gu, '')
		.toLowerCase()
		.replaceAll(/[^a-z0-9]+/g, '-')
		.replaceAll(/^-|-$/g, '')
		.slice(0, 40);
	return plain || 'conference';
}

/** Addresses beside which conferences live. */
const RESERVED = ['new', 'people', 'accounts'];

/** The name's address, with a number behind it when it is taken. */
export async function freeAddress(tx: Transaction, name: string): Promise<string> {
	const plain = addressOf(name);
	const rows = await tx
		.select({ address: conference.address })
		.from(conference)
		.where(like(conference.address, `${plain}%`));
	const taken = new Set([...RESERVED, ...rows.map(({ address }) => address)]);
	for (let number = 1; ; number++) {
		const address = number === 1 ? plain : `${plain}-${number}`;
		if (!taken.has(address)) return address;
	}
}
