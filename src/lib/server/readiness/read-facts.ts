import { and, eq, or } from 'drizzle-orm';
import { clashProblem } from '../../core/clashes/clash-problem';
import { sittingsOfPlan, stretchesOf, type DeskPlan } from '../../core/desks/desk-plan';
import type { ReadinessFacts, ReadyDesk, ReadyVideo } from '../../core/readiness/readiness-facts';
import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { conferenceHours } from '../conferences/conference-hours';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import { isVisible } from '../conferences/read-conference';
import { readDeskBoard } from '../desks/desk-board';
import type { Reader } from '../foundation/database/connect';
import {
	conference,
	desk,
	keptApart,
	place,
	seriesPlace,
	series,
} from '../foundation/database/schema';
import { readSchool } from '../register/school';
import { readReadyFamilies, readReadyTeachers, untaughtClasses } from './read-people';
import { unreceivedStudents, wishedMeetings } from './read-wishes';

/** All that readiness is found from, as it is now. */
export async function readFacts(
	app: App,
	actor: Actor,
	conferenceId: string,
): Promise<ReadinessFacts> {
	const { db, clock } = app;
	const now = clock.now();
	const [row] = await db.select().from(conference).where(eq(conference.id, conferenceId));
	const [board, snapshot, families] = await Promise.all([
		readDeskBoard(app, actor, conferenceId),
		loadSnapshot(db, conferenceId),
		readReadyFamilies(db),
	]);
	const seated = board.plans.map((plan) => ({
		plan,
		sittings: sittingsOfPlan(plan, board.hours),
	}));
	const untaught = await untaughtClasses(db);
	const { rules } = snapshot.conference;
	const [claims, wishes, teachers, forAll, videos, apart, unreceived] = await Promise.all([
		readClaims(db, conferenceId, now),
		wishedMeetings(db, conferenceId, { isOpen: isVisible(row!), families, rules }),
		readReadyTeachers(db, board.plans),
		desksForAll(db, conferenceId),
		readVideos(app, conferenceId),
		db.select().from(keptApart),
		unreceivedStudents(db, conferenceId),
	]);
	return {
		now,
		snapshot,
		families,
		teachers,
		wishes,
		videos,
		unreceived,
		holidays: (await readSchool(db))?.holidays ?? [],
		hours: stretchesOf(conferenceHours(row!)),
		claims: claims.filter(({ standing }) => standing !== 'held'),
		desks: seated.map((desk) => readyDesk(desk, forAll)),
		untaughtClasses: untaught,
		apart: apart.map(({ familyId, otherFamilyId, marginMinutes }) => ({
			families: [familyId, otherFamilyId],
			marginMinutes,
		})),
		clashProblem: clashProblem(seated, board.hours, board),
	};
}

const readyDesk = (
	{
		plan,
		sittings,
	}: {
		readonly plan: DeskPlan;
		readonly sittings: readonly { readonly places: readonly unknown[] }[];
	},
	forAll: ReadonlySet<string>,
): ReadyDesk => ({
	id: plan.id,
	hasTimes: sittings.length > 0,
	lacksPlace: sittings.some(({ places }) => places.length === 0),
	isForAll: forAll.has(plan.id),
});

async function desksForAll(db: Reader, conferenceId: string): Promise<ReadonlySet<string>> {
	const rows = await db
		.select({ id: desk.id })
		.from(desk)
		.where(
			and(
				eq(desk.conferenceId, conferenceId),
				// Or whoever has its link.
				or(eq(desk.forAll, true), eq(desk.isListed, false)),
			),
		);
	return new Set(rows.map(({ id }) => id));
}

/** The desks with a place on video. */
async function readVideos(
	{ db, config }: Pick<App, 'db' | 'config'>,
	conferenceId: string,
): Promise<ReadyVideo[]> {
	const rows = await db
		.selectDistinct({ desk: desk.id, link: place.link, isFresh: place.fresh })
		.from(place)
		.innerJoin(seriesPlace, eq(seriesPlace.placeId, place.id))
		.innerJoin(series, eq(series.id, seriesPlace.seriesId))
		.innerJoin(desk, eq(desk.id, series.deskId))
		.where(and(eq(desk.conferenceId, conferenceId), eq(place.kind, 'video')))
		.orderBy(desk.id);
	return rows.map(({ desk, link, isFresh }) => ({
		desk,
		link: isFresh ? null : (link ?? ''),
		isMade: isFresh && config.videoService !== null,
	}));
}
