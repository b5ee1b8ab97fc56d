import type { NoticeKind, NoticeReason, NoticeState } from '$lib/core/notices/kinds';
import type { NoEmail } from '$lib/core/notices/reached-by';
import { m } from '$lib/paraglide/messages';

/** What a notice is about. */
export function kindText(kind: NoticeKind): string {
	switch (kind) {
		case 'booked':
			return m.outbox_kind_booked();
		case 'changed':
			return m.outbox_kind_changed();
		case 'cancelled':
			return m.outbox_kind_cancelled();
		case 'accepted':
			return m.outbox_kind_accepted();
		case 'declined':
			return m.outbox_kind_declined();
		case 'offered':
			return m.outbox_kind_offered();
		case 'answered':
			return m.outbox_kind_answered();
		case 'lost-link':
			return m.outbox_kind_lost_link();
		case 'asked-along':
			return m.outbox_kind_asked_along();
		case 'not-needed':
			return m.outbox_kind_not_needed();
		case 'along-changed':
			return m.outbox_kind_along_changed();
		case 'reminder':
			return m.outbox_kind_reminder();
		case 'invited':
			return m.outbox_kind_invited();
		case 'not-booked':
			return m.outbox_kind_not_booked();
		case 'opened':
			return m.outbox_kind_opened();
		case 'offer-ending':
			return m.outbox_kind_offer_ending();
		case 'desk-changed':
			return m.outbox_kind_desk_changed();
		case 'teacher-joined':
			return m.outbox_kind_teacher_joined();
		case 'teacher-day':
			return m.outbox_kind_teacher_day();
		case 'teacher-changed':
			return m.outbox_kind_teacher_changed();
		case 'teacher-asked':
			return m.outbox_kind_teacher_asked();
		case 'office-day':
			return m.outbox_kind_office_day();
		case 'office-question':
			return m.outbox_kind_office_question();
	}
}

/** How far it is. */
export function stateText(state: NoticeState): string {
	switch (state) {
		case 'waiting':
			return m.outbox_waiting();
		case 'sending':
			return m.outbox_sending();
		case 'sent':
			return m.outbox_sent();
		case 'failed':
			return m.outbox_failed();
		case 'not-sent':
			return m.outbox_not_sent();
	}
}

/** Why it was not sent. */
export function reasonText(reason: NoticeReason): string {
	switch (reason) {
		case 'taken-back':
			return m.outbox_taken_back();
		case 'no-address':
			return m.outbox_no_address();
		case 'not-told':
			return m.outbox_not_told();
		case 'over':
			return m.outbox_over();
		case 'other-way':
			return m.outbox_other_way();
		case 'refused':
			return m.outbox_refused();
		case 'returned':
			return m.outbox_returned();
		case 'unreachable':
			return m.outbox_unreachable();
	}
}

/** Whether somebody should have been reached and was not. */
export const isTrouble = (state: NoticeState, reason: NoticeReason | null): boolean =>
	state === 'failed' || reason === 'no-address' || reason === 'other-way';

/** How long before: `2 days before`. */
export function beforeText(minutes: number): string {
	if (minutes % 1440 === 0) return m.notices_days_before({ count: minutes / 1440 });
	if (minutes % 60 === 0) return m.notices_hours_before({ count: minutes / 60 });
	return m.notices_minutes_before({ count: minutes });
}

/** Why somebody is told by the office and not by e-mail. */
export function noEmailText(why: NoEmail): string {
	switch (why) {
		case 'no-address':
			return m.by_hand_no_address();
		case 'refused':
			return m.by_hand_refused();
		case 'wants-call':
			return m.by_hand_wants_call();
		case 'wants-letter':
			return m.by_hand_wants_letter();
	}
}
