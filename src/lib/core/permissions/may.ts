/** Who acts. An adult speaks for its families; a teacher for the desks it sits at. */
export type Actor =
	| {
			readonly kind: 'organiser' | 'helper' | 'front-door';
			readonly account: string;
			/** Among the few who know of withdrawn rights and of families kept apart. */
			readonly knowsSafety?: boolean;
	  }
	| { readonly kind: 'teacher'; readonly person: string }
	| { readonly kind: 'interpreter'; readonly person: string }
	| {
			readonly kind: 'adult';
			readonly adult: string;
			readonly families: readonly string[];
			/** Came in by the family's code: it may be any of its adults. */
			readonly isCommon?: true;
	  }
	| { readonly kind: 'system' };

/** The program itself: what it does of its own accord. */
export const SYSTEM: Actor = { kind: 'system' };

export type ActorKind = Actor['kind'];

/** What an act is about: a family's visit, a person's own day, an adult's own facts, or the school as a whole. */
export interface Subject {
	readonly family?: string;
	readonly person?: string;
	readonly adult?: string;
}

/** Every act of consequence, and every look at what is not public. */
export type Act =
	| 'conference.see'
	| 'conference.set-up'
	| 'conference.publish'
	| 'desk.set-up'
	| 'desk.own'
	| 'busy.change'
	| 'picture.set'
	| 'rooms.see'
	| 'rooms.change'
	| 'floor.see'
	| 'floor.act'
	| 'families.see'
	| 'links.see'
	| 'link.renew'
	| 'adult.own'
	| 'visit.see'
	| 'visit.book'
	| 'visit.answer'
	| 'visit.undo'
	| 'guest.ask'
	| 'enquiry.answer'
	| 'offer.make'
	| 'notices.see'
	| 'notices.send'
	| 'told.choose'
	| 'day.see'
	| 'register.see'
	| 'register.change'
	| 'safety.see'
	| 'accounts.manage'
	| 'account.own'
	| 'door.see'
	| 'rules.change'
	| 'tokens.manage'
	/** What nobody asks for: it happens by itself. */
	| 'time.passes';

type Rule = (actor: Actor, subject: Subject) => boolean;

const knowsSafety: Rule = (actor) => 'knowsSafety' in actor && actor.knowsSafety === true;
const always: Rule = () => true;
const ownFamily: Rule = (actor, { family }) =>
	actor.kind === 'adult' && family !== undefined && actor.families.includes(family);
/** Whoever came in by a family's code may be another of its adults. */
const ownSelf: Rule = (actor, { adult }) =>
	actor.kind === 'adult' && !actor.isCommon && adult !== undefined && actor.adult === adult;
const ownDay: Rule = (actor, { person }) =>
	(actor.kind === 'teacher' || actor.kind === 'interpreter') && actor.person === person;

const rules: Record<Act, Partial<Record<ActorKind, Rule>>> = {
	'conference.see': { organiser: always, helper: always },
	'conference.set-up': { organiser: always },
	'conference.publish': { organiser: always },
	'desk.set-up': { organiser: always },
	'desk.own': { teacher: ownDay },
	'busy.change': { organiser: always, teacher: ownDay },
	'picture.set': { organiser: always, teacher: ownDay },
	'rooms.see': { organiser: always, helper: always },
	'rooms.change': { organiser: always },
	'floor.see': { organiser: always, helper: always, 'front-door': always },
	'floor.act': { organiser: always, helper: always },
	'families.see': { organiser: always, helper: always },
	'links.see': { organiser: always },
	'link.renew': { organiser: always, adult: ownSelf },
	'adult.own': { adult: ownSelf },
	'visit.see': { organiser: always, helper: always, adult: ownFamily },
	'visit.book': { organiser: always, helper: always, adult: ownFamily },
	'visit.answer': { organiser: always, teacher: ownDay },
	'visit.undo': { organiser: always, helper: always, adult: ownFamily },
	'guest.ask': { organiser: always, helper: always, adult: ownFamily, teacher: ownDay },
	'enquiry.answer': { organiser: always, helper: always },
	'offer.make': { organiser: always, helper: always, teacher: ownDay },
	'notices.see': { organiser: always, helper: always },
	'notices.send': { organiser: always, helper: always },
	'told.choose': { organiser: always, teacher: ownDay, interpreter: ownDay },
	'register.see': { organiser: always, helper: always },
	'register.change': { organiser: always },
	'safety.see': { organiser: knowsSafety, helper: knowsSafety },
	'accounts.manage': { organiser: always },
	'account.own': { organiser: always, helper: always, 'front-door': always },
	'rules.change': { organiser: always },
	'tokens.manage': { organiser: always },
	'door.see': { organiser: always, helper: always, 'front-door': always },
	'time.passes': {},
	'day.see': { organiser: always, helper: always, teacher: ownDay, interpreter: ownDay },
};

/** The one answer to whether somebody may do something. The system, which acts by rule, may. */
export function may(actor: Actor, act: Act, subject: Subject = {}): boolean {
	if (actor.kind === 'system') return true;
	return rules[act][actor.kind]?.(actor, subject) ?? false;
}

/** Whether somebody may do something to anybody at all; about whom is still to be asked. */
export const mayAtAll = (actor: Actor, act: Act): boolean =>
	actor.kind === 'system' || rules[act][actor.kind] !== undefined;
