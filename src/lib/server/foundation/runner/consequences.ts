import type { NoticeKind } from '../../../core/notices/kinds';
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
	/**
	 * Wishes follow from classes, teachers and desks: they are derived again where families can see them, of all
	 * families or of the one that the act names.
	 */
	readonly wishes?: true | 'of-its-family' | ((act: DoneAct) => boolean);
	/** What server processes keep of desks, slots, rules and rooms is no longer good; open pages are told. */
	readonly snapshot?: true;
	/** Open pages are told which seats changed; `anew`: who is concerned by which of them has changed too. */
	readonly pages?: true | 'anew';
	/** Something may have become free: whoever waits for it is looked for, after the transaction. */
	readonly waitingList?: true;
	/** Who is told of it, and by which kinds of notices. */
	readonly tells?: readonly Tells[];
}

/** What is told of an act, and to whom. */
export interface Tells {
	readonly kind: NoticeKind;
	/**
	 * The adults of the family it happened to; whoever asked the school, or lost a link; somebody asked along; those
	 * whom the act lists; who receives or interprets on a date that they were told of; who is asked for; who is
	 * asked along to what was touched; who has appointments at desks that were changed, and who is asked along to
	 * those; who has come to a desk; the office.
	 */
	readonly whom:
		| 'family'
		| 'asker'
		| 'losers'
		| 'guest'
		| 'listed'
		| 'receivers'
		| 'asked-for'
		| 'guests'
		| 'visitors'
		| 'desk-guests'
		| 'joined'
		| 'office';
	/** The family can take it back for a short while: so long it is not told. */
	readonly isHeldBack?: true;
	/** The office may go on changing it: what came of it is told after a while. */
	readonly isInTheMaking?: true;
}

const toFamily = (kind: NoticeKind): Tells => ({ kind, whom: 'family' });
const TO_RECEIVERS: Tells = { kind: 'teacher-changed', whom: 'receivers', isHeldBack: true };
const TO_GUESTS: Tells = { kind: 'along-changed', whom: 'guests', isHeldBack: true };
const TO_ASKED_FOR: Tells = { kind: 'teacher-asked', whom: 'asked-for', isHeldBack: true };
/** What a family can do about its visit. */
const ofVisit = (kind: NoticeKind): readonly Tells[] => [
	{ kind, whom: 'family', isHeldBack: true },
	TO_ASKED_FOR,
	TO_RECEIVERS,
	TO_GUESTS,
];

const OF_HOURS: Tells = { kind: 'desk-changed', whom: 'visitors', isInTheMaking: true };
/** What becomes of desks that somebody edits. */
const OF_DESKS: readonly Tells[] = [
	OF_HOURS,
	{ kind: 'along-changed', whom: 'desk-guests', isInTheMaking: true },
	{ kind: 'teacher-joined', whom: 'joined', isInTheMaking: true },
];

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
	'logo.set': NOTHING,

	'conference.created': NOTHING,
	'conference.copied': NOTHING,
	'conference.removed': NOTHING,
	'wish.lengthened': { concerns: 'its-conference', pages: true },
	'wish.added': { concerns: 'its-conference', pages: 'anew' },
	// What was offered for it is free again.
	'wish.removed': { ...SEATS_FREED, pages: 'anew' },
	'picture.set': { ...BUSY },
	'trial.begun': { ...NOTHING, tells: [{ kind: 'invited', whom: 'listed' }] },
	'trial.ended': { concerns: 'its-conference', pages: true, waitingList: true },
	'conference.taken-in': NOTHING,
	'conference.changed': { ...SET_UP, tells: [OF_HOURS] },
	'conference.published': { ...SET_UP, wishes: true },
	'conference.withdrawn': SET_UP,
	'rules.changed': SET_UP,
	'questions.changed': SET_UP,
	'answers.changed': { concerns: 'its-conference', pages: true },
	'conference.paused': SET_UP,
	'conference.resumed': SET_UP,
	// The path counts what is left.
	'finding.set-aside': SET_UP,
	'finding.taken-back': SET_UP,

	'desks.changed': {
		...SET_UP,
		wishes: meetsOthers,
		waitingList: true,
		tells: OF_DESKS,
	},
	'desk.kept': SET_UP,
	'desk.proposed': SET_UP,
	'desk.proposal-settled': { ...SET_UP, waitingList: true, tells: OF_DESKS },
	'rooms.changed': { concerns: 'every-conference', snapshot: true },

	'calendar.added': BUSY,
	'calendar.removed': BUSY,
	'calendar.read': BUSY,
	'busy.changed': BUSY,

	'visit.booked': { ...SEATS_TAKEN, tells: ofVisit('booked') },
	'visit.changed': { ...SEATS_FREED, tells: ofVisit('changed') },
	'visit.cancelled': { ...SEATS_FREED, tells: ofVisit('cancelled') },
	'visit.undone': { ...SEATS_FREED, tells: [toFamily('changed'), TO_RECEIVERS, TO_GUESTS] },
	'visits.swapped': { ...SEATS_FREED, tells: [toFamily('changed'), TO_RECEIVERS, TO_GUESTS] },
	'seats.blocked': SEATS_TAKEN,
	'seats.unblocked': SEATS_FREED,
	'seats.undone': SEATS_FREED,
	'appointment.accepted': { ...SEATS_TAKEN, tells: [toFamily('accepted'), TO_RECEIVERS] },
	'appointment.declined': {
		...SEATS_FREED,
		tells: [toFamily('declined'), TO_RECEIVERS, TO_GUESTS],
	},
	'hold.made': SEATS_TAKEN,
	'hold.given-back': SEATS_FREED,
	'hold.lapsed': SEATS_FREED,
	'offer.made': { ...SEATS_TAKEN, tells: [toFamily('offered')] },
	'offer.declined': SEATS_FREED,

	'waiting.joined': { concerns: 'its-conference', waitingList: true },
	'waiting.left': SEATS_FREED,
	'waiting.offered': { ...SEATS_TAKEN, tells: [toFamily('offered')] },
	// Whoever tends the list goes on with it.
	'waiting.lapsed': SEATS_TAKEN,
	'waiting.served': NOTHING,

	'guest.asked': { ...NOTHING, tells: [{ kind: 'asked-along', whom: 'guest' }] },
	'guest.withdrawn': { ...NOTHING, tells: [{ kind: 'not-needed', whom: 'guest' }] },

	// The office's pages count what waits.
	'enquiry.made': {
		concerns: 'open-conferences',
		pages: true,
		tells: [
			{ kind: 'lost-link', whom: 'losers' },
			{ kind: 'office-question', whom: 'office' },
		],
	},
	'enquiry.answered': {
		concerns: 'open-conferences',
		pages: true,
		tells: [{ kind: 'answered', whom: 'asker' }],
	},

	'register.lists-read': REGROUPED,
	'register.undone': REGROUPED,
	'register.regrouped': REGROUPED,
	'register.changed': NOTHING,
	'short-link.made': NOTHING,
	'short-link.replaced': NOTHING,
	'newcomer.asked': NOTHING,
	'newcomer.known': NOTHING,
	// Their page is open: the message keeps their link for them.
	'newcomer.let-in': {
		concerns: 'open-conferences',
		wishes: 'of-its-family',
		pages: 'anew',
		tells: [{ kind: 'invited', whom: 'listed' }],
	},
	'newcomer.waits': { concerns: 'its-conference', pages: true },
	'newcomer.joined': { ...REGROUPED, tells: [{ kind: 'invited', whom: 'listed' }] },
	'newcomer.kept': { concerns: 'its-conference', pages: true },
	'newcomer.declined': { concerns: 'its-conference', pages: true },
	'family.merged': REGROUPED,
	'family.split': REGROUPED,
	'family.erased': { concerns: 'open-conferences', pages: true, waitingList: true },
	'safety.right-changed': RIGHTS,
	'safety.apart-changed': RIGHTS,

	'invitations.made': NOTHING,
	'link.renewed': NOTHING,
	'link.withdrawn': NOTHING,
	'families.invited': { ...NOTHING, tells: [{ kind: 'invited', whom: 'listed' }] },
	'families.reminded': { ...NOTHING, tells: [{ kind: 'not-booked', whom: 'listed' }] },
	'notice.sent-again': NOTHING,
	'notice.returned': NOTHING,
	'notices.set': NOTHING,
	'told.chosen': NOTHING,
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
