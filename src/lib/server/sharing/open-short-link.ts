import { eq } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { entryOf } from '../conferences/entry-of';
import { conferenceWithId, isVisible, type ConferenceRow } from '../conferences/read-conference';
import { desk } from '../foundation/database/schema';
import { fullName } from '../register/names';
import { readFamily } from '../visits/family-facts';
import { shareOf } from '../visits/family-share';
import { shortLinkOf } from './short-links';

type Adult = Extract<Actor, { kind: 'adult' }>;

/** Where a short address leads. */
export type ShortLinkTarget =
	/** It was replaced by another one. */
	| { readonly leads: 'nowhere' }
	/** Another page has it. */
	| { readonly leads: 'on'; readonly to: string }
	/** One must come in first: by a code or link, or by the open door. */
	| { readonly leads: 'in'; readonly door: string | null; readonly desk: SharedDesk | null }
	/** The family says about whom. */
	| {
			readonly leads: 'add';
			readonly desk: SharedDesk;
			readonly students: readonly StudentToMeet[];
	  }
	/** The desk is for others. */
	| { readonly leads: 'apart'; readonly desk: SharedDesk; readonly visit: string };

export interface SharedDesk {
	readonly name: string;
	readonly subject: string;
	/** What families read about it. */
	readonly words: string;
	readonly conference: string;
}

export interface StudentToMeet {
	readonly id: string;
	readonly name: string;
	readonly family: string;
}

/**
 * Follows a short address for those who came in by one browser (nobody: none). `null` for an address that never was,
 * and for one of a conference that families cannot see.
 */
export async function openShortLink(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	adults: readonly Adult[],
	typed: string,
): Promise<ShortLinkTarget | null> {
	const link = await shortLinkOf(db, typed);
	const conference = link && (await conferenceWithId(db, link.conferenceId));
	if (!conference || !isVisible(conference)) return null;
	if (link.endedAt !== null) return { leads: 'nowhere' };
	const [row] = link.deskId ? await db.select().from(desk).where(eq(desk.id, link.deskId)) : [];
	const shared = row
		? { name: row.name, subject: row.subject, words: row.words, conference: conference.name }
		: null;
	if (adults.length === 0) return comeIn(conference, shared, clock.now());
	const visit = `/visit/${conference.address}`;
	return row && shared
		? atDesk(db, { adults, conference, visit }, row, shared)
		: { leads: 'on', to: visit };
}

function comeIn(
	conference: ConferenceRow,
	shared: SharedDesk | null,
	now: number,
): ShortLinkTarget {
	const isOpen = entryOf(conference, now) !== 'listed';
	const door = isOpen ? `/come/${conference.address}` : null;
	if (shared) return { leads: 'in', door, desk: shared };
	return { leads: 'on', to: door ?? '/?code' };
}

async function atDesk(
	db: App['db'],
	at: {
		readonly adults: readonly Adult[];
		readonly conference: ConferenceRow;
		readonly visit: string;
	},
	row: typeof desk.$inferSelect,
	shared: SharedDesk,
): Promise<ShortLinkTarget> {
	const students: StudentToMeet[] = [];
	for (const adult of at.adults)
		for (const family of adult.families) {
			const facts = await readFamily(db, at.conference.id, family);
			const share = shareOf(adult, facts);
			const wished = share.wishes.filter(({ desks }) => desks.includes(row.id));
			if (wished.length > 0) {
				const isOpen = wished.some(
					({ id }) => !facts.own.some(({ wishes }) => wishes.includes(id)),
				);
				const step = isOpen ? `&step=whom&desk=${row.id}` : '';
				return { leads: 'on', to: `${at.visit}?family=${family}${step}` };
			}
			const own = share.students.filter(({ id }) => share.has('book', [id]));
			students.push(...own.map((one) => ({ id: one.id, name: fullName(one), family })));
		}
	return row.isListed || students.length === 0
		? { leads: 'apart', desk: shared, visit: at.visit }
		: { leads: 'add', desk: shared, students };
}
