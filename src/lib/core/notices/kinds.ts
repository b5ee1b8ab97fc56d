/** What people are told of, each by a message of its own. */
export const noticeKinds = [
	'booked',
	'changed',
	'cancelled',
	'accepted',
	'declined',
	'offered',
	'answered',
	'lost-link',
	'asked-along',
	'not-needed',
	/** To somebody asked along: the appointment moved, or does not take place. */
	'along-changed',
	'reminder',
	'invited',
	'not-booked',
	/** That booking has begun, to who was invited before. */
	'opened',
	/** Of an offer: that little time is left to answer. */
	'offer-ending',
	/** A desk where one is expected has moved, or somebody else sits there. */
	'desk-changed',
	/** To a teacher or interpreter, on the evening before: what the day holds. */
	'teacher-day',
	/** To the same: what became different after that. */
	'teacher-changed',
	/** To a teacher: an appointment that is asked for. */
	'teacher-asked',
	/** To a teacher: that they are at a desk now. */
	'teacher-joined',
	/** To the office: what a day has brought, and what waits. */
	'office-day',
	/** To the office: a family asks something. */
	'office-question',
] as const;
export type NoticeKind = (typeof noticeKinds)[number];

/** Of what somebody who receives wants to be told. */
export const toldChoices = ['all', 'changes', 'nothing'] as const;
export type ToldChoice = (typeof toldChoices)[number];

/** How far a notice is. */
export const noticeStates = ['waiting', 'sending', 'sent', 'failed', 'not-sent'] as const;
export type NoticeState = (typeof noticeStates)[number];

/** Of one that has gone out, or is about to. */
export const comingStates = [
	'waiting',
	'sending',
	'sent',
] as const satisfies readonly NoticeState[];

/** Why a notice was not sent, or could not be. */
export const noticeReasons = [
	/** It was taken back before it was told. */
	'taken-back',
	/** Nobody knows an e-mail address. */
	'no-address',
	/** The right to be told, or to see, was withdrawn. */
	'not-told',
	/** What it was about is not there any more. */
	'over',
	/** They would rather be called, or written a letter. */
	'other-way',
	/** The mail server does not take it for this address. */
	'refused',
	/** It was taken, and came back. */
	'returned',
	/** The mail server could not be reached, many times. */
	'unreachable',
] as const;
export type NoticeReason = (typeof noticeReasons)[number];
