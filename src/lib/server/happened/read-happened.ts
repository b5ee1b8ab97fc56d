import { and, desc, eq, inArray, lt, sql, type SQL } from 'drizzle-orm';
import { isSame } from '../../core/merge/is-same';
import { may, type Actor } from '../../core/permissions/may';
import type { ActKind } from '../../operations/act-kinds';
import { kindsUndoneBy } from '../../operations/change';
import type {
	AppointmentNews,
	HappenedPage,
	Happening,
	TakingBack,
} from '../../operations/happened';
import * as changesOfSeats from '../../operations/seats';
import * as changesOfOffice from '../../operations/office-visits';
import * as changesOfVisits from '../../operations/visits';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { act, slot, wish } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { readAppointments, stands, type AppointmentState } from '../visits/appointment-state';
import { blocksOf } from '../seats/block-state';
import { factsOfHappening } from './facts-of-happening';
import { namesForHappened, type HappenedNames } from './names-for-happened';

/** So many acts at once. */
const PAGE = 40;

const ofVisits = kindsUndoneBy('visit.undo', { ...changesOfVisits, ...changesOfOffice });
const ofSeats = kindsUndoneBy('seats.undo', changesOfSeats);

/** What an office wants to read of: what families, teachers and the office did about visits and seats. */
const TOLD: readonly ActKind[] = [
	...ofVisits,
	...ofSeats,
	'offer.made',
	'offer.declined',
	'wish.added',
	'wish.removed',
	'waiting.joined',
	'waiting.left',
	'waiting.offered',
	'waiting.lapsed',
	'enquiry.made',
	'conference.published',
	'conference.withdrawn',
	'conference.paused',
	'conference.resumed',
	'desks.changed',
	'rules.changed',
	'newcomer.let-in',
	'newcomer.joined',
	'newcomer.declined',
	'families.invited',
	'families.reminded',
];

/** Of whom or what it is wanted; missing: all of it. Ids. */
export interface HappenedOf {
	readonly family?: string | undefined;
	readonly desk?: string | undefined;
	/** Who did it. */
	readonly by?: string | undefined;
	/** Only what is older than this act. */
	readonly olderThan?: string | undefined;
}

/** What happened at a conference, the newest first, with what can be taken back. */
export async function readHappened(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
	wanted: HappenedOf = {},
	most = PAGE,
): Promise<HappenedPage> {
	if (!may(actor, 'visit.see')) throw new ForbiddenError();
	const rows = await db
		.select()
		.from(act)
		.where(
			and(
				eq(act.conferenceId, conferenceId),
				inArray(act.kind, [...TOLD]),
				await isAbout(db, conferenceId, wanted),
				wanted.by === undefined ? undefined : eq(act.actorId, wanted.by),
				// Ids rise with time.
				wanted.olderThan === undefined ? undefined : lt(act.id, wanted.olderThan),
			),
		)
		.orderBy(desc(act.id))
		.limit(most + 1);
	const page = rows.slice(0, most);
	const read = page.map((row) => ({
		row,
		before: factsOfHappening(row.before),
		after: factsOfHappening(row.after),
	}));
	const sides = read.flatMap(({ before, after }) => [before, after]);
	const names = await namesForHappened(db, conferenceId, {
		states: sides.flatMap(({ states }) => states),
		wishes: sides.flatMap(({ wishes }) => wishes),
		slots: sides.flatMap(({ slots }) => slots),
		actors: page.flatMap(({ actorId }) => actorId ?? []),
	});
	const now = await stateNow(db, read);
	return {
		happenings: read.map((one) => happeningOf(one, names, takingBack(one, now))),
		older: rows.length > most ? page.at(-1)!.id : null,
	};
}

/** Those of the school who did something that is told, by name. */
export async function readDoers(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<{ readonly id: string; readonly name: string }[]> {
	if (!may(actor, 'visit.see')) throw new ForbiddenError();
	const rows = await db
		.selectDistinct({ id: act.actorId, actorKind: act.actorKind })
		.from(act)
		.where(
			and(
				eq(act.conferenceId, conferenceId),
				inArray(act.kind, [...TOLD]),
				inArray(act.actorKind, ['organiser', 'helper', 'teacher']),
			),
		);
	const ids = rows.flatMap(({ id }) => id ?? []);
	const nothing = { states: [], wishes: [], slots: [] };
	const names = await namesForHappened(db, conferenceId, { ...nothing, actors: ids });
	return [...new Set(ids)]
		.map((id) => ({ id, name: names.doer({ actorKind: 'organiser', actorId: id }).name }))
		.filter(({ name }) => name !== '')
		.sort((a, b) => a.name.localeCompare(b.name));
}

type ActRow = typeof act.$inferSelect;
type Facts = ReturnType<typeof factsOfHappening>;

interface ReadAct {
	readonly row: ActRow;
	readonly before: Facts;
	readonly after: Facts;
}

/** Acts name what they touched by ids: a family's are those of its wishes, too. */
async function isAbout(
	db: Reader,
	conferenceId: string,
	{ family, desk }: HappenedOf,
): Promise<SQL | undefined> {
	if (family === undefined && desk === undefined) return undefined;
	const wishes = family
		? await db
				.select({ id: wish.id })
				.from(wish)
				.where(and(eq(wish.conferenceId, conferenceId), eq(wish.familyId, family as never)))
		: [];
	const slots = desk
		? await db
				.select({ id: slot.id })
				.from(slot)
				.where(eq(slot.deskId, desk as never))
		: [];
	const ids = [family, desk, ...[...wishes, ...slots].map(({ id }) => id)].filter(Boolean);
	const patterns = sql.param(ids.map((id) => `%${id}%`));
	return sql`concat(${act.before}, ${act.after}) like any(${patterns}::text[])`;
}

interface StateNow {
	readonly appointments: ReadonlyMap<string, AppointmentState>;
	readonly reasons: ReadonlyMap<string, string | null>;
}

/** How all that the acts touched is now. */
async function stateNow(db: Reader, read: readonly ReadAct[]): Promise<StateNow> {
	const touched = new Set(read.flatMap(({ after }) => after.states.map(({ id }) => id)));
	const seats = new Set(read.flatMap(({ after }) => after.seats.map((seat) => seat.slot)));
	const [states, blocks] = await Promise.all([
		readAppointments(db, [...touched]),
		blocksOf(db, [...seats]),
	]);
	return {
		appointments: new Map(states.map((state) => [state.id, state])),
		reasons: new Map(blocks.map(({ slot, reason }) => [slot, reason])),
	};
}

function takingBack({ row, after }: ReadAct, now: StateNow): TakingBack {
	const isOfVisit = (ofVisits as ReadonlySet<string>).has(row.kind);
	if (!isOfVisit && !(ofSeats as ReadonlySet<string>).has(row.kind)) return 'never';
	if (row.undoneBy !== null) return 'undone';
	const isAsLeft = isOfVisit
		? after.states.every((state) => isSame(now.appointments.get(state.id), state))
		: after.seats.every(({ slot, reason }) => now.reasons.get(slot) === reason);
	return isAsLeft ? 'possible' : 'newer';
}

function happeningOf(
	{ row, before, after }: ReadAct,
	names: HappenedNames,
	takingBack: TakingBack,
): Happening {
	const families = new Set([
		...[...before.states, ...after.states].map(({ family }) => family),
		...[...before.wishes, ...after.wishes].flatMap((id) => names.familyOfWish.get(id) ?? []),
	]);
	const seats = (after.seats.length ? after.seats : before.seats).map(({ desk, start }) => ({
		desk: names.desks.get(desk) ?? '',
		start,
	}));
	const offered = [...before.slots, ...after.slots].flatMap((id) => names.slots.get(id) ?? []);
	return {
		id: row.id,
		at: row.at,
		kind: row.kind as ActKind,
		who: names.doer(row),
		families: [...families].map((id) => ({ id, label: names.families.get(id) ?? '' })),
		appointments: newsOf(before.states, after.states, names),
		seats: [...seats, ...offered],
		takingBack,
	};
}

function newsOf(
	before: readonly AppointmentState[],
	after: readonly AppointmentState[],
	names: HappenedNames,
): AppointmentNews[] {
	const was = new Map(before.map((state) => [state.id, state]));
	const startOf = (state: AppointmentState | undefined) =>
		state && stands(state) ? state.start : null;
	return after.map((state) => ({
		id: state.id,
		desk: names.desks.get(state.desk) ?? '',
		students: state.students.map(({ id }) => names.students.get(id) ?? ''),
		from: startOf(was.get(state.id)),
		to: startOf(state),
	}));
}
