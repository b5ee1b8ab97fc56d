import type { BookingQuestionKind, QuestionFaultCode } from '$lib/core/questions/booking-question';
import { m } from '$lib/paraglide/messages';

/** How a question of a kind is answered. */
export function kindText(kind: BookingQuestionKind): string {
	switch (kind) {
		case 'short':
			return m.questions_kind_short();
		case 'long':
			return m.questions_kind_long();
		case 'one':
			return m.questions_kind_one();
		case 'several':
			return m.questions_kind_several();
		case 'yes-no':
			return m.questions_kind_yes_no();
	}
}

/** Why a question cannot be asked as it is. */
export function faultText(code: QuestionFaultCode): string {
	switch (code) {
		case 'no-text':
			return m.questions_fault_text();
		case 'too-few-choices':
			return m.questions_fault_few();
		case 'same-choices':
			return m.questions_fault_same();
		case 'no-such-desk':
			return m.questions_fault_desk();
	}
}
