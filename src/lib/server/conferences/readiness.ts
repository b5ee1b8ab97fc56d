import { isNull } from 'drizzle-orm';
import { clashProblem } from '../../core/clashes/clash-problem';
import { findClashes } from '../../core/clashes/find-clashes';
import { sittingsOfPlan } from '../../core/desks/desk-plan';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { student } from '../foundation/database/schema';
import { readDeskBoard } from '../desks/desk-board';
import { byName } from '../register/name-order';
import { fullName } from '../register/names';
import { ForbiddenError } from '../foundation/forbidden';
import { meetingsOf } from '../visits/derive-wishes';

/** What should be looked at before families see a conference; all of it may be meant so. */
export interface Readiness {
	readonly clashes: number;
	/** Names of desks that sit at no time. */
	readonly timeless: readonly string[];
	/** Names of desks that sit somewhen without a place. */
	readonly placeless: readonly string[];
	/** Names of students whom no desk receives. */
	readonly unreceived: readonly string[];
}

export const isReady = ({ clashes, timeless, placeless, unreceived }: Readiness): boolean =>
	clashes + timeless.length + placeless.length + unreceived.length === 0;

/** How ready a conference is to be published. */
export async function readReadiness(
	app: App,
	actor: Actor,
	conferenceId: string,
): Promise<Readiness> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const board = await readDeskBoard(app, actor, conferenceId);
	const seated = board.plans.map((plan) => ({
		plan,
		sittings: sittingsOfPlan(plan, board.hours),
	}));
	const namesOf = (desks: typeof seated) => desks.map(({ plan }) => plan.name);
	return {
		clashes: findClashes(clashProblem(seated, board.hours, board)).length,
		timeless: namesOf(seated.filter(({ sittings }) => sittings.length === 0)),
		placeless: namesOf(
			seated.filter(({ sittings }) => sittings.some(({ places }) => places.length === 0)),
		),
		unreceived: await unreceivedStudents(app, conferenceId),
	};
}

/** As it follows from classes and exceptions: wishes are there only once a conference is published. */
async function unreceivedStudents(
	{ db }: Pick<App, 'db'>,
	conferenceId: string,
): Promise<string[]> {
	const received = new Set((await meetingsOf(db, conferenceId)).map(({ studentId }) => studentId));
	const rows = await db
		.select()
		.from(student)
		.where(isNull(student.leftAt))
		.orderBy(byName(student.familyName), student.id);
	return rows.filter(({ id }) => !received.has(id)).map(fullName);
}
