import { z } from 'zod';
import { noticeReturned } from '../../operations/notices';
import { invitationsMake } from '../../operations/messages';
import {
	holdGiveBack,
	holdMake,
	visitBook,
	visitCancel,
	visitChange,
} from '../../operations/visits';
import { conferenceTakeIn } from './conference-file/import-conference';
import { conferenceFile } from './conference-file/schema';
import { operation } from './operation';
import type { plan } from './schemas';
import {
	conferenceFacts,
	conferenceWhole,
	hold,
	id,
	invitation,
	localDate,
	planRequest,
	plans,
	problem,
	seatState,
	slotState,
	visit,
	visitAsItIs,
	visitProblem,
	wantedAppointment,
	wantedVisit,
} from './schemas';

/** Every operation of the open interface. */

const conferenceInPath = z.object({ id });
const whoseVisit = z.object({
	conference: id.optional().describe('Missing: the next one.'),
	family: id.optional().describe('Of an adult in several families. Missing: the first.'),
});

const notKnown = { says: 'There is no such thing, or not for this token.', schema: problem };
const conflicts = {
	says: 'Something stands in the way; nothing was changed.',
	schema: visitProblem,
};

export const listConferences = operation({
	id: 'listConferences',
	method: 'get',
	path: '/conferences',
	who: 'organiser',
	scope: 'conferences:read',
	summary: 'All conferences, the newest first.',
	answers: { 200: { says: 'The conferences.', schema: z.array(conferenceFacts) } },
});

export const getConference = operation({
	id: 'getConference',
	method: 'get',
	path: '/conferences/{id}',
	who: 'organiser',
	scope: 'conferences:read',
	summary: 'One conference with its desks.',
	params: conferenceInPath,
	answers: { 200: { says: 'The conference.', schema: conferenceWhole }, 404: notKnown },
});

export const getConferenceFile = operation({
	id: 'getConferenceFile',
	method: 'get',
	path: '/conferences/{id}/file',
	who: 'organiser',
	scope: 'conferences:read',
	summary: 'A whole conference as one file.',
	params: conferenceInPath,
	answers: { 200: { says: 'The file.', schema: conferenceFile }, 404: notKnown },
});

export const postConferenceFile = operation({
	id: 'postConferenceFile',
	method: 'post',
	path: '/conferences',
	who: 'organiser',
	scope: 'conferences:write',
	does: conferenceTakeIn,
	summary: 'Takes in a whole conference from its file. Identifiers stay as they are.',
	body: conferenceFile,
	answers: {
		201: { says: 'It is there.', schema: conferenceFacts },
		409: { says: 'It is there already.', schema: problem },
		422: { says: 'The file contradicts itself, or what there is.', schema: problem },
	},
});

export const listSlots = operation({
	id: 'listSlots',
	method: 'get',
	path: '/conferences/{id}/slots',
	who: 'organiser',
	scope: 'conferences:read',
	summary: 'The slots of a conference with their states.',
	params: conferenceInPath,
	query: z.object({
		desk: id.optional(),
		state: seatState.optional(),
		date: localDate.optional(),
	}),
	answers: {
		200: { says: 'The slots, in order of time.', schema: z.array(slotState) },
		404: notKnown,
	},
});

export const postInvitations = operation({
	id: 'postInvitations',
	method: 'post',
	path: '/conferences/{id}/invitations',
	who: 'organiser',
	scope: 'invitations:write',
	does: invitationsMake,
	summary: 'Each family’s link and code. Those that were given out before stay good.',
	params: conferenceInPath,
	answers: {
		200: { says: 'The invitations, family by family.', schema: z.array(invitation) },
		404: notKnown,
	},
});

export const postReturnedMail = operation({
	id: 'postReturnedMail',
	method: 'post',
	path: '/returned-mail',
	who: 'organiser',
	scope: 'mail:write',
	does: noticeReturned,
	summary: 'Hands over a message that came back to the sender, as it came.',
	body: z.string().describe('The message, with its headers.'),
	bodyType: 'message/rfc822',
	answers: {
		200: {
			says: 'Whether it tells that something of ours could not be delivered, which is noted then.',
			schema: z.object({ isNoted: z.boolean() }),
		},
	},
});

export const getVisit = operation({
	id: 'getVisit',
	method: 'get',
	path: '/visit',
	who: 'family',
	step: 'look',
	summary: 'What the family has, wants, and can choose from.',
	query: whoseVisit,
	answers: { 200: { says: 'The visit.', schema: visit }, 404: notKnown },
});

export const postPlans = operation({
	id: 'postPlans',
	method: 'post',
	path: '/visit/plans',
	who: 'family',
	step: 'look',
	summary: 'Whole visits to choose from, the best first. Nothing is kept yet.',
	query: whoseVisit,
	body: planRequest,
	answers: { 200: { says: 'The plans.', schema: plans }, 404: notKnown },
});

export const postAppointments = operation({
	id: 'postAppointments',
	method: 'post',
	path: '/visit/appointments',
	who: 'family',
	does: visitBook,
	summary: 'Books appointments: all of them or none.',
	query: whoseVisit,
	body: wantedVisit,
	answers: {
		201: { says: 'The visit as it is now.', schema: visitAsItIs },
		409: conflicts,
		404: notKnown,
	},
});

export const putAppointments = operation({
	id: 'putAppointments',
	method: 'put',
	path: '/visit/appointments',
	who: 'family',
	does: visitChange,
	summary: 'Makes the visit the one that is sent, in one step; the old one stands until it does.',
	query: whoseVisit,
	body: z.object({ appointments: z.array(wantedAppointment).max(40) }).strict(),
	answers: {
		200: { says: 'The visit as it is now.', schema: visitAsItIs },
		409: conflicts,
		404: notKnown,
	},
});

export const deleteAppointment = operation({
	id: 'deleteAppointment',
	method: 'delete',
	path: '/visit/appointments/{id}',
	who: 'family',
	does: visitCancel,
	summary: 'Cancels an appointment.',
	params: z.object({ id }),
	query: whoseVisit,
	answers: {
		200: { says: 'The visit as it is now.', schema: visitAsItIs },
		409: conflicts,
		404: notKnown,
	},
});

export const postHolds = operation({
	id: 'postHolds',
	method: 'post',
	path: '/visit/holds',
	who: 'family',
	does: holdMake,
	summary: 'Keeps appointments for a few minutes. A family has one such hold; the last one counts.',
	query: whoseVisit,
	body: wantedVisit.extend({
		replaces: z.array(id).max(40).optional().describe('Appointments that they would replace.'),
	}),
	answers: { 201: { says: 'What is kept.', schema: hold }, 409: conflicts, 404: notKnown },
});

export const deleteHolds = operation({
	id: 'deleteHolds',
	method: 'delete',
	path: '/visit/holds',
	who: 'family',
	does: holdGiveBack,
	summary: 'Gives back what is kept while the family finishes.',
	query: whoseVisit,
	answers: { 204: { says: 'It is free again.' } },
});

export const deleteHold = operation({
	id: 'deleteHold',
	method: 'delete',
	path: '/visit/holds/{id}',
	who: 'family',
	does: holdGiveBack,
	summary: 'Gives back a hold, or lets an offer pass.',
	params: z.object({ id }),
	query: whoseVisit,
	answers: { 204: { says: 'It is free again.' }, 404: notKnown },
});

export const getDescription = operation({
	id: 'getDescription',
	method: 'get',
	path: '/openapi.json',
	who: 'anybody',
	summary: 'This description.',
	answers: { 200: { says: 'An OpenAPI 3.1 document.' } },
});

export const operations = [
	listConferences,
	getConference,
	getConferenceFile,
	postConferenceFile,
	listSlots,
	postInvitations,
	postReturnedMail,
	getVisit,
	postPlans,
	postAppointments,
	putAppointments,
	deleteAppointment,
	postHolds,
	deleteHolds,
	deleteHold,
	getDescription,
];

export type Plan = z.infer<typeof plan>;
