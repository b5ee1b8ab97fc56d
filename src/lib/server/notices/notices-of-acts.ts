import type { NoticeKind } from '../../core/notices/kinds';
import type { ActKind } from '../../operations/act-kinds';

/** What is told of an act, and to whom. */
export interface NoticeRule {
	readonly kind: NoticeKind;
	/**
	 * The adults of the family it happened to; whoever asked the school, or lost a link; somebody asked along; those
	 * whom the act lists.
	 */
	readonly for: 'family' | 'asker' | 'losers' | 'guest' | 'listed';
	/** The family can take it back for a short while: so long it is not told. */
	readonly isHeldBack?: true;
}

/** By the kind of an act, what people are told of it; of all others they are told nothing. */
export const noticesOfActs: Readonly<Partial<Record<ActKind, NoticeRule>>> = {
	'visit.booked': { kind: 'booked', for: 'family', isHeldBack: true },
	'visit.changed': { kind: 'changed', for: 'family', isHeldBack: true },
	'visit.cancelled': { kind: 'cancelled', for: 'family', isHeldBack: true },
	'visit.undone': { kind: 'changed', for: 'family' },
	'appointment.accepted': { kind: 'accepted', for: 'family' },
	'appointment.declined': { kind: 'declined', for: 'family' },
	'offer.made': { kind: 'offered', for: 'family' },
	'waiting.offered': { kind: 'offered', for: 'family' },
	'enquiry.answered': { kind: 'answered', for: 'asker' },
	'enquiry.made': { kind: 'lost-link', for: 'losers' },
	'guest.asked': { kind: 'asked-along', for: 'guest' },
	'guest.withdrawn': { kind: 'not-needed', for: 'guest' },
	'families.invited': { kind: 'invited', for: 'listed' },
	'families.reminded': { kind: 'not-booked', for: 'listed' },
};
