import { ne } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { conference } from '../foundation/database/schema';

const LONGEST = 40;

/** A readable address made of a name: small letters, digits and dashes. */
export function addressOf(name: string): string {
	const plain = name
		.normalize('NFKD')
		.replaceAll(/\p{M}/gu, '')
		.toLowerCase()
		.replaceAll(/[^a-z0-9]+/g, '-')
		.slice(0, LONGEST)
		.replaceAll(/^-|-$/g, '');
	return plain || 'conference';
}

/** Addresses beside which conferences live. */
const RESERVED = ['new', 'people', 'accounts', 'rooms', 'details', 'kept'];

async function takenAddresses(db: Reader, exceptId: string | null): Promise<Set<string>> {
	const rows = await db
		.select({ address: conference.address })
		.from(conference)
		.where(exceptId === null ? undefined : ne(conference.id, exceptId));
	return new Set([...RESERVED, ...rows.map(({ address }) => address)]);
}

/** The name's address, with a number behind it when it is taken. */
export async function freeAddress(db: Reader, name: string): Promise<string> {
	const taken = await takenAddresses(db, null);
	return numbered(addressOf(name), taken);
}

/** Whether an address is free for a conference; when it is not, some that are. */
export async function addressChoices(
	db: Reader,
	conferenceId: string,
	wanted: string,
	facts: { readonly name: string; readonly year: number },
): Promise<{ isFree: boolean; suggestions: string[] }> {
	const taken = await takenAddresses(db, conferenceId);
	if (!taken.has(wanted) && addressOf(wanted) === wanted) return { isFree: true, suggestions: [] };
	const plain = addressOf(wanted);
	const room = (tail: string) => `${plain.slice(0, LONGEST - tail.length - 1)}-${tail}`;
	const ideas = [plain, room(String(facts.year)), addressOf(facts.name), room('families')];
	const free = ideas.filter((idea, index) => !taken.has(idea) && ideas.indexOf(idea) === index);
	return { isFree: false, suggestions: [...free, numbered(plain, taken)].slice(0, 3) };
}

function numbered(plain: string, taken: ReadonlySet<string>): string {
	for (let number = 1; ; number++) {
		const address = number === 1 ? plain : `${plain.slice(0, LONGEST - 4)}-${number}`;
		if (!taken.has(address)) return address;
	}
}
