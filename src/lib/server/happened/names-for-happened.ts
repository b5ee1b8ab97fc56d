import { eq, inArray } from 'drizzle-orm';
import type { Doer } from '../../operations/happened';
import type { Reader } from '../foundation/database/connect';
import {
	account,
	adult,
	desk,
	family,
	person,
	slot,
	student,
	wish,
} from '../foundation/database/schema';
import { fullName } from '../register/names';
import type { AppointmentState } from '../visits/appointment-state';

/** What the ids in acts are called. */
export interface HappenedNames {
	readonly desks: ReadonlyMap<string, string>;
	readonly families: ReadonlyMap<string, string>;
	readonly students: ReadonlyMap<string, string>;
	readonly familyOfWish: ReadonlyMap<string, string>;
	readonly slots: ReadonlyMap<string, { readonly desk: string; readonly start: number }>;
	/** Who did an act. */
	doer(row: { readonly actorKind: string; readonly actorId: string | null }): Doer;
}

/** Reads what everything is called that some acts of a conference name. */
export async function namesForHappened(
	db: Reader,
	conferenceId: string,
	ids: {
		readonly states: readonly AppointmentState[];
		readonly wishes: readonly string[];
		readonly slots: readonly string[];
		readonly actors: readonly string[];
	},
): Promise<HappenedNames> {
	const anyOf = <Id extends string>(list: readonly string[]) => [...new Set(list)] as Id[];
	const wishes = ids.wishes.length
		? await db
				.select({ id: wish.id, family: wish.familyId })
				.from(wish)
				.where(inArray(wish.id, anyOf(ids.wishes)))
		: [];
	const families = [...ids.states, ...wishes].map((entry) => entry.family);
	const students = ids.states.flatMap((state) => state.students.map(({ id }) => id));
	const [desks, labels, pupils, slots, accounts, persons, adults] = await Promise.all([
		db.select().from(desk).where(eq(desk.conferenceId, conferenceId)),
		db
			.select()
			.from(family)
			.where(inArray(family.id, anyOf(families))),
		db
			.select()
			.from(student)
			.where(inArray(student.id, anyOf(students))),
		db
			.select()
			.from(slot)
			.where(inArray(slot.id, anyOf(ids.slots))),
		db
			.select()
			.from(account)
			.where(inArray(account.id, anyOf(ids.actors))),
		db
			.select()
			.from(person)
			.where(inArray(person.id, anyOf(ids.actors))),
		db
			.select()
			.from(adult)
			.where(inArray(adult.id, anyOf(ids.actors))),
	]);
	const deskNames = new Map<string, string>(desks.map(({ id, name }) => [id, name]));
	const doers = new Map<string, Doer>([
		...accounts.map((row): [string, Doer] => [row.id, { kind: 'office', name: row.name }]),
		...persons.map((row): [string, Doer] => [row.id, { kind: 'teacher', name: fullName(row) }]),
		...adults.map((row): [string, Doer] => [row.id, { kind: 'family', name: fullName(row) }]),
	]);
	return {
		desks: deskNames,
		families: new Map(labels.map(({ id, label }) => [id, label ?? ''])),
		students: new Map(pupils.map((row) => [row.id, fullName(row)])),
		familyOfWish: new Map(wishes.map(({ id, family }) => [id, family])),
		slots: new Map(
			slots.map((row) => [row.id, { desk: deskNames.get(row.deskId) ?? '', start: row.startsAt }]),
		),
		doer: ({ actorKind, actorId }) =>
			doers.get(actorId ?? '') ?? {
				kind:
					actorKind === 'adult'
						? 'family'
						: actorKind === 'teacher' || actorKind === 'interpreter'
							? 'teacher'
							: actorKind === 'system'
								? 'program'
								: 'office',
				name: '',
			},
	};
}
