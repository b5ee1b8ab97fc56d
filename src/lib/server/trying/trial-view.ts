import { and, eq, inArray, isNull } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { asTriedAt, momentsOf, type TrialMomentName } from '../../core/trying/moments';
import type { TrialFacts } from '../../core/trying/trial-facts';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { isVisible } from '../conferences/read-conference';
import type { Reader } from '../foundation/database/connect';
import { inReadOnly } from '../foundation/database/transaction';
import { family as familyRow, place } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { secret } from '../foundation/secret-in-answer';
import { namesOf } from '../register/names';
import { wantedWishes } from '../visits/derive-wishes';
import { readFamily, type FamilyFacts, type StoredWish } from '../visits/family-facts';
import { projectionFor } from '../visits/family-view';
import { doorOf } from '../visits/door-of';
import { madeUpFamily } from './made-up-family';
import { offeredWish, triedId } from './offered-wishes';

/** Whose page is tried, and when. */
export interface TrialWanted {
	readonly conferenceId: string;
	/** `null`: a family that is made up. */
	readonly familyId: string | null;
	readonly moment: TrialMomentName;
}

export interface Trial {
	readonly facts: TrialFacts;
	/** The moment at which the page is looked at, in milliseconds. */
	readonly at: number;
}

/**
 * A family's page as it is at a moment, with all that is needed to try it. It is read in one READ ONLY transaction,
 * in which nothing can be written or counted up. `null`: there is no such family, or nobody to make one up of.
 */
export async function trialView(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	{ conferenceId, familyId, moment: name }: TrialWanted,
): Promise<Trial | null> {
	if (!may(actor, 'visit.see', { family: familyId ?? '' })) throw new ForbiddenError();
	return inReadOnly(app.db, async (tx) => {
		const snapshot = await loadSnapshot(tx, conferenceId);
		const { conference, slots, interpreters } = snapshot;
		const moments = momentsOf(conference, slots, app.clock.now());
		const moment = moments.find((one) => one.name === name) ?? moments[0]!;
		const tried = { ...snapshot, conference: asTriedAt(conference, moment) };
		const family =
			familyId === null
				? await madeUpFamily(tx, conferenceId)
				: await triedFamily(tx, snapshot, familyId);
		if (!family) return null;
		const adult = family.adults[0]?.id ?? triedId('adult');
		const whoever: Actor = { kind: 'adult', adult, families: [family.id], isCommon: true };
		const view = await projectionFor({ db: tx, config: app.config }, whoever, {
			snapshot: tried,
			family,
			now: moment.at,
			choices: true,
		});
		const persons = interpreters.map(({ person }) => person);
		const names = await namesOf(tx, persons);
		return {
			at: moment.at,
			facts: {
				view,
				changeMinutes: conference.rules.changeMinutes ?? 0,
				interpreters: persons.map((person) => names.get(person) ?? ''),
				reached: await reachedBy(tx, app.config, view.places),
			},
		};
	});
}

/**
 * A family as anybody of it sees it: what was withdrawn from some of its adults few may know, so that it is as if
 * nothing were. Before families see the conference it has what would be offered to it.
 */
async function triedFamily(
	tx: Reader,
	{ conference }: ConferenceSnapshot,
	familyId: string,
): Promise<FamilyFacts | null> {
	const [known] = await tx
		.select({ id: familyRow.id })
		.from(familyRow)
		.where(and(eq(familyRow.id, familyId), isNull(familyRow.leftAt)));
	if (!known) return null;
	const family = await readFamily(tx, conference.id, familyId);
	const offered = isVisible(conference)
		? []
		: (await wantedWishes(tx, conference.id)).filter((wish) => wish.familyId === familyId);
	const meetingAt = ({ student, desks }: StoredWish) => `${student} ${desks.join()}`;
	const wished = new Set(family.wishes.map(meetingAt));
	const more = offered.map(offeredWish).filter((wish) => !wished.has(meetingAt(wish)));
	return { ...family, rights: [], wishes: [...family.wishes, ...more] };
}

/** How whoever books there reaches a place that is no room. */
async function reachedBy(
	tx: Reader,
	config: App['config'],
	places: TrialFacts['view']['places'],
): Promise<Record<string, string>> {
	const rows = await tx
		.select()
		.from(place)
		.where(
			inArray(
				place.id,
				places.filter(({ kind }) => kind !== 'room').map(({ id }) => id),
			),
		);
	const reached = rows.map((row) => [
		row.id,
		row.kind === 'telephone' ? row.name : doorOf(config, row, triedId(row.id)),
	]);
	const known = Object.fromEntries(reached.filter(([, way]) => way)) as Record<string, string>;
	return rows.length ? secret(known) : known;
}
