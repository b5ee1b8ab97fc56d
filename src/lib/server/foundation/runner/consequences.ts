import type { ActKind } from '../../../operations/act-kinds';
import { meetsOthers } from '../../desks/meets-others';
import type { DoneAct } from './record-act';

/** Which conferences an act means something for. */
export type Concerned =
	| 'none'
	/** The one that the act names. */
	| 'its-conference'
	/** Those that families can see. */
	| 'open-conferences'
	| 'every-conference'
	/** Those at which the act's person receives, or stands in for somebody. */
	| 'conferences-of-the-person';

/** What follows an act, in the same transaction. */
export interface Consequences {
	readonly concerns: Concerned;
	/** Wishes follow from classes, teachers and desks: they are derived again where families can see them. */
	readonly wishes?: true | ((act: DoneAct) => boolean);
	/** What server processes keep of desks, slots, rules and rooms is no longer good; open pages are told. */
	readonly snapshot?: true;
	/** Open pages read again what is free. */
	readonly pages?: true;
	/** Something may have become free: whoever waits for it is looked for, after the transaction. */
	readonly waitingList?: true;
}

const NOTHING: Consequences = { concerns: 'none' };
/** Only what concerns that family: never the conference's row, which all families would wait for. */
const SEATS_TAKEN: Consequences = { concerns: 'its-conference', pages: true };
const SEATS_FREED: Consequences = { concerns: 'its-conference', pages: true, waitingList: true };
const SET_UP: Consequences = { concerns: 'its-conference', snapshot: true };
const REGROUPED: Consequences = { concerns: 'open-conferences', wishes: true, snapshot: true };
const BUSY: Consequences = { concerns: 'conferences-of-the-person', snapshot: true };
/** What few may know: open pages read again what their readers may. */
const RIGHTS: Consequences = { concerns: 'open-conferences', snapshot: true };

/** What follows each kind of act. */
export const consequences: Readonly<Record<ActKind, Consequences>> = {
	'school.set-up': NOTHING,
	'school.changed': NOTHING,

	'conference.created': NOTHING,
	'conference.copied': NOTHING,
	'conference.taken-in': NOTHING,
	'conference.changed': SET_UP,
	'conference.published': { ...SET_UP, wishes: true },
	'conference.withdrawn': SET_UP,
	'rules.changed': SET_UP,

	'desks.changed': { ...SET_UP, wishes: meetsOthers, waitingList: true },
	'desk.kept': SET_UP,
	'desk.proposed': SET_UP,
	'desk.proposal-settled': { ...SET_UP, waitingList: true },
	'rooms.changed': { concerns: 'every-conference', snapshot: true },

	'calendar.added': BUSY,
	'calendar.removed': BUSY,
	'calendar.read': BUSY,
	'busy.changed': BUSY,

	'visit.booked': SEATS_TAKEN,
	'visit.changed': SEATS_FREED,
	'visit.cancelled': SEATS_FREED,
	'visit.undone': SEATS_FREED,
	'appointment.accepted': SEATS_TAKEN,
	'appointment.declined': SEATS_FREED,
	'hold.made': SEATS_TAKEN,
	'hold.given-back': SEATS_FREED,
	'hold.lapsed': SEATS_FREED,
	'offer.made': SEATS_TAKEN,
	'offer.declined': SEATS_FREED,

	'waiting.joined': { concerns: 'its-conference', waitingList: true },
	'waiting.left': SEATS_FREED,
	'waiting.offered': SEATS_TAKEN,
	// Whoever tends the list goes on with it.
	'waiting.lapsed': SEATS_TAKEN,
	'waiting.served': NOTHING,

	'guest.asked': NOTHING,
	'guest.withdrawn': NOTHING,

	'enquiry.made': NOTHING,
	'enquiry.answered': NOTHING,

	'register.lists-read': REGROUPED,
	'register.undone': REGROUPED,
	'register.regrouped': REGROUPED,
	'register.changed': NOTHING,
	'family.merged': REGROUPED,
	'family.split': REGROUPED,
	'family.erased': { concerns: 'open-conferences', pages: true, waitingList: true },
	'safety.right-changed': RIGHTS,
	'safety.apart-changed': RIGHTS,

	'invitations.made': NOTHING,
	'link.renewed': NOTHING,
	'link.withdrawn': NOTHING,
	'families.invited': NOTHING,
	'families.reminded': NOTHING,
	'notice.sent-again': NOTHING,
	'adult.changed': NOTHING,
	'links.sent': NOTHING,
	'link.confirmed': NOTHING,
	'token.made': NOTHING,
	'token.revoked': NOTHING,
	'account.invited': NOTHING,
	'account.changed': NOTHING,
	'account.withdrawn': NOTHING,
	'account.factor-removed': NOTHING,
};
