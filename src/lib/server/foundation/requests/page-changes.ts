import type { AnyChange } from '../../../operations/change';
import { createConference } from '../../conferences/change-conference';
import { saveBasics } from '../../conferences/save-basics';
import { saveRules } from '../../conferences/save-rules';
import { savePlans } from '../../desks/save-plans';
import { makeLetters } from '../../invitations/letters';
import { saveRooms } from '../../rooms/rooms';
import { bookVisit, cancelAppointments, changeVisit } from '../../visits/change-visit';
import { answerEnquiry, makeEnquiry } from '../../visits/enquiries';
import { askGuest, withdrawGuest } from '../../visits/guests';
import { giveBack } from '../../visits/hold-visit';
import { undoVisitAct } from '../../visits/undo-visit';
import { joinWaitingList, leaveWaitingList } from '../../visits/waiting-list';
import type { Perform } from '../runner/perform';

/** What pages ask for while they are open, by its name. */
export const pageChanges: ReadonlyMap<string, Perform<AnyChange>> = new Map(
	[
		...[createConference, saveBasics, saveRules, savePlans, saveRooms],
		makeLetters,
		...[bookVisit, changeVisit, cancelAppointments, undoVisitAct],
		...[joinWaitingList, leaveWaitingList, giveBack, makeEnquiry, answerEnquiry],
		...[askGuest, withdrawGuest],
	].map((perform) => [perform.change.name, perform]),
);
