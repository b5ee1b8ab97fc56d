import type { z } from 'zod';
import { seatStates, type SeatState } from '../../core/snapshot/seat-state';
import { groupBy } from '../../core/group-by';
import { datesOf } from '../../core/desks/desk-plan';
import { modeOf } from '../../core/rules/places';
import { placesOf } from '../../core/rules/slot-answer';
import { usualRules } from '../../core/snapshot/rules';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import {
	conferenceWithId,
	listConferences,
	phaseOfRow,
	type ConferenceRow,
} from '../conferences/read-conference';
import { substitutesOf } from '../desks/named-substitutes';
import { makeInvitations } from '../invitations/make-invitations';
import { exportConference } from './conference-file/export-conference';
import { importConference } from './conference-file/import-conference';
import type { ConferenceFile } from './conference-file/schema';
import { notFound, Problem } from './problem';
import type { conferenceFacts, slotState } from './schemas';
import type { Asked, Given } from './serve-operation';
import { instantOrNull, instantText, substituteAnswer } from './visit-answer';

type OfConference<Q = unknown> = Asked<{ id: string }, Q, unknown>;

const factsOf = (row: ConferenceRow, now: number): z.infer<typeof conferenceFacts> => ({
	id: row.id,
	address: row.address,
	name: row.name,
	timeZone: row.timeZone,
	phase: phaseOfRow(row, now),
	dates: datesOf(row),
	version: row.version,
	opensAt: instantOrNull(row.opensAt),
	closesAt: instantOrNull(row.closesAt),
});

async function conferenceOf({ app, params }: OfConference): Promise<ConferenceRow> {
	const row = await conferenceWithId(app.db, params.id);
	if (!row) throw notFound();
	return row;
}

export async function readConferences({ app }: Asked<unknown, unknown, unknown>): Promise<Given> {
	const rows = await listConferences(app.db);
	return { body: rows.map((row) => factsOf(row, app.clock.now())) };
}

async function statesOf(app: App, id: string) {
	const now = app.clock.now();
	const snapshot = await loadSnapshot(app.db, id);
	return { snapshot, states: seatStates(snapshot, await readClaims(app.db, id, now), now) };
}

export async function readConference(asked: OfConference): Promise<Given> {
	const row = await conferenceOf(asked);
	const { snapshot, states } = await statesOf(asked.app, row.id);
	const slots = groupBy(snapshot.slots, ({ desk }) => desk);
	const substitutes = await substitutesOf(asked.app.db, snapshot.desks);
	return {
		body: {
			...factsOf(row, asked.app.clock.now()),
			words: row.words,
			rules: { ...usualRules, ...row.rules },
			desks: snapshot.desks.map(({ id, number, name, subject, words }) => {
				const own = slots.get(id) ?? [];
				const free = own.filter((slot) => states.get(slot.id) === 'free').length;
				return {
					id,
					number,
					name,
					subject,
					words,
					slots: own.length,
					free,
					substitutes: (substitutes.get(id) ?? []).map(substituteAnswer),
				};
			}),
		},
	};
}

export async function readSlots(
	asked: OfConference<{
		desk?: string | undefined;
		state?: SeatState | undefined;
		date?: string | undefined;
	}>,
): Promise<Given> {
	const row = await conferenceOf(asked);
	const { snapshot, states } = await statesOf(asked.app, row.id);
	const places = new Map(snapshot.places.map((place) => [place.id, place]));
	const { desk, state, date } = asked.query;
	const body = snapshot.slots
		.filter(
			(slot) =>
				(desk === undefined || slot.desk === desk) &&
				(date === undefined || slot.date === date) &&
				(state === undefined || states.get(slot.id) === state),
		)
		.map((slot): z.infer<typeof slotState> => ({
			id: slot.id,
			desk: slot.desk,
			date: slot.date,
			seats: slot.seats,
			start: instantText(slot.start),
			end: instantText(slot.end),
			modes: [...new Set(placesOf(slot, places).map(modeOf))],
			state: states.get(slot.id)!,
		}));
	return { body };
}

export async function readConferenceFile(asked: OfConference): Promise<Given> {
	const file = await exportConference(asked.app, asked.actor, asked.params.id);
	if (!file) throw notFound();
	return { body: file };
}

export async function takeInConference(
	asked: Asked<unknown, unknown, ConferenceFile>,
): Promise<Given> {
	const { app, actor, body } = asked;
	const result = await importConference(app, actor, body);
	if (result.ok) {
		const row = await conferenceWithId(app.db, result.id);
		return { status: 201, body: factsOf(row!, app.clock.now()) };
	}
	if (result.reason === 'known')
		throw new Problem(409, 'conference-known', 'This conference is here already.');
	throw new Problem(422, 'unfit', 'The file contradicts itself, or what there is.', {
		rule: result.rule,
	});
}

export async function readInvitations(asked: OfConference): Promise<Given> {
	const { app, actor } = asked;
	const { id: conferenceId } = await conferenceOf(asked);
	const { invitations } = await makeInvitations(app, actor, { conferenceId });
	return { body: invitations };
}
