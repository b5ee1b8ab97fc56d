import type { AnyChange } from '../../../operations/change';
import { createConference } from '../../conferences/change-conference';
import { addLastSlot, undoLastSlot } from '../../desks/add-last-slot';
import { saveBasics } from '../../conferences/save-basics';
import { saveRules } from '../../conferences/save-rules';
import { savePlans } from '../../desks/save-plans';
import { makeLetters } from '../../invitations/letters';
import { answerNewcomer } from '../../newcomers/answer-newcomer';
import { saveAnswers } from '../../questions/save-answers';
import { saveQuestions } from '../../questions/save-questions';
import { saveRooms } from '../../rooms/rooms';
import { blockSeats, undoSeats, unblockSeats } from '../../seats/block-seats';
import { answerAppointment } from '../../visits/answer-appointment';
import { bookVisit, cancelAppointments, changeVisit } from '../../visits/change-visit';
import { answerEnquiry, makeEnquiry } from '../../visits/enquiries';
import { askGuest, withdrawGuest } from '../../visits/guests';
import { giveBack, holdVisit, offerSlots } from '../../visits/hold-visit';
import { lengthenWish } from '../../visits/lengthen-wish';
import { addWish, removeWish } from '../../visits/meet-also';
import { swapAppointments } from '../../visits/swap-appointments';
import { undoVisitAct } from '../../visits/undo-visit';
import { joinWaitingList, leaveWaitingList } from '../../visits/waiting-list';
import type { Perform } from '../runner/perform';

/** What pages ask for while they are open, by its name. */
export const pageChanges: ReadonlyMap<string, Perform<AnyChange>> = new Map(
	[
		...[createConference, saveBasics, saveRules, savePlans, saveRooms],
		makeLetters,
		...[bookVisit, changeVisit, cancelAppointments, undoVisitAct],
		...[joinWaitingList, leaveWaitingList, holdVisit, giveBack, makeEnquiry, answerEnquiry],
		answerNewcomer,
		...[offerSlots, answerAppointment, swapAppointments],
		...[addLastSlot, undoLastSlot],
		...[blockSeats, unblockSeats, undoSeats],
		...[askGuest, withdrawGuest, lengthenWish, addWish, removeWish],
		...[saveQuestions, saveAnswers],
	].map((perform) => [perform.change.name, perform]),
);
