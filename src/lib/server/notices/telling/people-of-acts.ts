import { and, inArray, isNull, ne } from 'drizzle-orm';
import { receiversOn } from '../../../core/desks/receivers';
import { eveningBefore } from '../../../core/notices/notice-rules';
import { localOf } from '../../../core/time/local-of';
import type { Reader } from '../../foundation/database/connect';
import { person } from '../../foundation/database/schema';
import { loadSnapshot } from '../../conferences/load-snapshot';
import { stands, type AppointmentState } from '../../visits/appointment-state';
import { touchedStates } from './facts-of-acts';
import type { Finding, Recipient } from './finding';
import type { ConferenceTelling } from './telling';

/** Who receives or interprets at what an act touched, on dates of which they were told what to expect. */
export async function toldPeople({
	tx,
	clock,
	actor,
	act,
	telling,
}: Finding): Promise<Recipient[]> {
	if (!telling?.rules.tellsChanges) return [];
	const { before, after } = touchedStates(act);
	const now = clock.now();
	const known = [...before, ...after].filter(
		(state) => stands(state) && state.end > now && isKnown(telling, state, now),
	);
	const people = await peopleOf(tx, telling, known);
	const self = actor.kind === 'teacher' ? actor.person : null;
	return whoWant(
		tx,
		[...people].filter((id) => id !== self),
	);
}

/** Whether those who receive on its date know already what it holds. */
function isKnown(
	{ zone, rules: { eveningAt } }: ConferenceTelling,
	{ start }: AppointmentState,
	now: number,
): boolean {
	const { date } = localOf(start, zone);
	if (eveningAt === null) return localOf(now, zone).date === date;
	return now >= eveningBefore(date, zone, eveningAt);
}

/** Who is newly asked for, and can say yes or no. */
export async function askedPeople({ tx, act, telling }: Finding): Promise<Recipient[]> {
	if (!telling) return [];
	const { before, after } = touchedStates(act);
	const known = new Map(before.map((state) => [state.id, state]));
	const asked = after.filter(
		({ id, standing, start }) =>
			standing === 'asked' &&
			!(known.get(id)?.standing === 'asked' && known.get(id)?.start === start),
	);
	const receivers = asked.map((state) => ({ ...state, interpreter: null }));
	return whoWant(tx, [...(await peopleOf(tx, telling, receivers))]);
}

/** Who has to be there: whoever receives, or all of the desk on that date, and the interpreter. */
export async function peopleOf(
	db: Reader,
	{ id, zone }: Pick<ConferenceTelling, 'id' | 'zone'>,
	states: readonly AppointmentState[],
): Promise<Set<string>> {
	if (states.length === 0) return new Set();
	const { desks } = await loadSnapshot(db, id);
	return new Set(
		states.flatMap(({ desk: deskId, start, receiver, interpreter }) => {
			const desk = desks.find(({ id }) => id === deskId);
			const all = desk ? receiversOn(desk, localOf(start, zone).date).all : [];
			return [...all, receiver, interpreter].filter((id) => id !== null);
		}),
	);
}

/** Of some people those who are here and want to be told. */
async function whoWant(db: Reader, ids: readonly string[]): Promise<Recipient[]> {
	if (ids.length === 0) return [];
	return db
		.select({ personId: person.id })
		.from(person)
		.where(and(inArray(person.id, [...ids]), isNull(person.leftAt), ne(person.told, 'nothing')))
		.orderBy(person.id);
}
