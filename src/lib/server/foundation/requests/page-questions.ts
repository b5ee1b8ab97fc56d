import { basicsRead } from '../../../operations/conferences';
import { boardRead } from '../../../operations/desk-board';
import { enquiriesRead } from '../../../operations/enquiries';
import { seatCandidates, seatSwaps } from '../../../operations/floor';
import { familiesFind, officeFind, peopleFind } from '../../../operations/found';
import { adultsLinkRead, sendingRead } from '../../../operations/messages';
import { progressRead } from '../../../operations/progress';
import { conferenceWithId } from '../../conferences/read-conference';
import { readProgress } from '../../conferences/read-progress';
import { basicsOf } from '../../conferences/save-basics';
import { readDeskBoard } from '../../desks/desk-board';
import { swapsOf } from '../../floor/swaps-of';
import { latestSending } from '../../messages/send-links';
import { adultsLink } from '../../invitations/adults-link';
import { findFamilies } from '../../register/find-families';
import { candidatesFor } from '../../floor/candidates-for';
import { findForOffice } from '../../floor/find-for-office';
import { findPeople } from '../../register/list-people';
import { waitingEnquiries } from '../../visits/enquiries';
import { asks, type AnyAsk } from '../runner/asks';

const questions = [
	asks(basicsRead).by(async ({ db }, _, { conferenceId }) => {
		const row = await conferenceWithId(db, conferenceId);
		return row && { basics: basicsOf(row), version: row.version };
	}),
	asks(progressRead).by(async (app, actor, { conferenceId }) => {
		const row = await conferenceWithId(app.db, conferenceId);
		return row && readProgress(app, actor, row);
	}),
	asks(boardRead).by(async (app, actor, { conferenceId }) => {
		const row = await conferenceWithId(app.db, conferenceId);
		return row && readDeskBoard(app, actor, row.id);
	}),
	asks(enquiriesRead).by(async (app, actor, { conferenceId }) => ({
		enquiries: await waitingEnquiries(app, actor, conferenceId),
	})),
	asks(familiesFind).by((app, actor, { text, except }) => findFamilies(app, actor, text, except)),
	asks(officeFind).by((app, actor, { conferenceId, text }) =>
		findForOffice(app, actor, conferenceId, text),
	),
	asks(seatCandidates).by((app, actor, input) => candidatesFor(app, actor, input)),
	asks(seatSwaps).by((app, actor, { conferenceId, appointment }) =>
		swapsOf(app, actor, conferenceId, appointment),
	),
	asks(peopleFind).by((app, actor, { text }) => findPeople(app, actor, text)),
	asks(sendingRead).by(({ db }) => latestSending(db)),
	asks(adultsLinkRead).by(async (app, actor, { adult }) => {
		const link = await adultsLink(app, actor, adult);
		return link === null ? null : { link };
	}),
];

/** What pages ask while they are open, by its name. */
export const pageQuestions: ReadonlyMap<string, AnyAsk> = new Map(
	questions.map((ask) => [ask.question.name, ask as AnyAsk]),
);
