import { and, asc, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import type { ConferenceSnapshot, Interpreter, Slot } from '../../core/snapshot/snapshot';
import { datesOf } from '../../core/desks/desk-plan';
import { groupBy } from '../../core/group-by';
import {
	availableOn,
	readAvailableHours,
	type AvailableHours,
} from '../../core/time/available-hours';
import { usualRules } from '../../core/snapshot/rules';
import type { LocalDate } from '../../core/time/local-of';
import { laterInstantOf } from '../../core/time/local-time';
import { joined, type Stretch } from '../../core/time/stretch';
import { deskRulesOf } from '../desks/desk-rules-of';
import { walksBetween } from '../rooms/walks';
import { picturesOf } from '../pictures/pictures-of';
import { readQuestions } from '../questions/read-questions';
import { busyOf } from '../calendars/busy-of';
import type { Reader } from '../foundation/database/connect';
import {
	appointment,
	building,
	conference,
	desk,
	deskPerson,
	deskSubstitute,
	person,
	place,
	seriesPlace,
	sitting,
	slot,
} from '../foundation/database/schema';

const cache = new Map<string, ConferenceSnapshot>();

/**
 * The conference's set-up as core sees it, cached by its version. Throws when there is no such
 * conference.
 */
export async function loadSnapshot(db: Reader, conferenceId: string): Promise<ConferenceSnapshot> {
	const [now] = await db
		.select({ version: conference.version, database: sql<string>`current_database()` })
		.from(conference)
		.where(eq(conference.id, conferenceId));
	// A process can have several databases open, and a copy of one has conferences of the same id.
	const key = `${now?.database}/${conferenceId}`;
	const known = cache.get(key);
	if (known && now?.version === known.conference.version) return known;
	const [facts] = await db.select().from(conference).where(eq(conference.id, conferenceId));
	if (!facts) throw new Error(`no conference ${conferenceId}`);

	const desks = await db
		.select()
		.from(desk)
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(asc(desk.number));
	const deskIds = desks.map(({ id }) => id);
	const [people, substitutes, slots, walks, allowed, interpreters, questions] = await Promise.all([
		db
			.select()
			.from(deskPerson)
			.where(inArray(deskPerson.deskId, deskIds))
			.orderBy(asc(deskPerson.personId)),
		db.select().from(deskSubstitute).where(inArray(deskSubstitute.deskId, deskIds)),
		db
			.select()
			.from(slot)
			.where(and(inArray(slot.deskId, deskIds), isNull(slot.detachedAt), isNotNull(slot.placeId)))
			.orderBy(asc(slot.startsAt), asc(slot.deskId)),
		walksBetween(db),
		placesOfSittings(db, deskIds),
		interpretersOfSchool(db, datesOf(facts), facts.timeZone),
		readQuestions(db, conferenceId),
	]);
	const pictures = await picturesOf(
		db,
		people.map(({ personId }) => personId),
	);
	const busy = await busyOf(db, facts, [
		...people.map(({ personId }) => personId),
		...substitutes.map(({ personId }) => personId),
		...interpreters.map(({ person }) => person),
	]);
	// Booked slots that no longer fit keep their places readable.
	const places = await db
		.select({
			id: place.id,
			kind: place.kind,
			// A telephone is named by its number, without the PIN.
			name: sql<string>`coalesce(${place.telephone}, ${place.name})`,
			building: place.buildingId,
			buildingName: building.name,
			stepFree: place.stepFree,
		})
		.from(place)
		.leftJoin(building, eq(building.id, place.buildingId))
		.where(
			or(
				inArray(
					place.id,
					db.select({ id: slot.placeId }).from(slot).where(inArray(slot.deskId, deskIds)),
				),
				inArray(place.id, [...new Set([...allowed.values()].flat())]),
				inArray(
					place.id,
					db
						.select({ id: appointment.placeId })
						.from(appointment)
						.where(eq(appointment.conferenceId, conferenceId)),
				),
			),
		);

	const peopleOf = groupBy(people, ({ deskId }) => deskId);
	const substitutesOf = groupBy(substitutes, ({ deskId }) => deskId);
	const snapshot: ConferenceSnapshot = {
		conference: { ...facts, rules: { ...usualRules, ...facts.rules } },
		dates: [...new Set(slots.map(({ localDate }) => localDate))].sort(),
		places,
		walks,
		interpreters,
		questions,
		busy,
		desks: desks.map(({ id, number, name, subject, words, familyPicks, ...own }) => ({
			id,
			number,
			name,
			subject,
			words,
			familyPicks,
			rules: deskRulesOf(own),
			picture: onlyPicture(peopleOf.get(id) ?? [], pictures),
			people: (peopleOf.get(id) ?? []).map(({ personId, role }) => ({ person: personId, role })),
			substitutes: (substitutesOf.get(id) ?? []).map(({ localDate, absentId, personId }) => ({
				date: localDate,
				absent: absentId,
				person: personId,
			})),
		})),
		slots: slots.map((row) => slotFrom(row, allowed.get(row.sittingId ?? ''))),
	};
	cache.set(key, snapshot);
	return snapshot;
}

/** A slot's row as core sees it; `allowed` are the places of its sitting. */
export const slotFrom = (row: typeof slot.$inferSelect, allowed?: readonly string[]): Slot => ({
	id: row.id,
	desk: row.deskId,
	sitting: row.sittingId,
	place: row.placeId ?? '',
	places: row.placeId === null ? [] : placesFrom(row.placeId, allowed),
	date: row.localDate,
	start: row.startsAt,
	end: row.endsAt,
	claimEnd: row.claimEndsAt,
	seats: row.seats,
});

/** The slot's own place first, then the others that its sitting allows. */
const placesFrom = (own: string, allowed: readonly string[] = []): string[] => [
	own,
	...allowed.filter((id) => id !== own),
];

async function placesOfSittings(
	db: Reader,
	deskIds: readonly string[],
): Promise<ReadonlyMap<string, string[]>> {
	const rows = await db
		.select({ sitting: sitting.id, place: seriesPlace.placeId })
		.from(sitting)
		.innerJoin(seriesPlace, eq(seriesPlace.seriesId, sitting.seriesId))
		.where(inArray(sitting.deskId, [...deskIds]))
		.orderBy(asc(seriesPlace.rank));
	return new Map(
		[...groupBy(rows, ({ sitting }) => sitting)].map(([id, places]) => [
			id,
			places.map(({ place }) => place),
		]),
	);
}

/** Everybody who interprets, with the hours on the conference's dates. */
async function interpretersOfSchool(
	db: Reader,
	dates: readonly LocalDate[],
	timeZone: string,
): Promise<Interpreter[]> {
	const rows = await db
		.select({ person: person.id, languages: person.languages, hours: person.hours })
		.from(person)
		.where(and(eq(person.isInterpreter, true), isNull(person.leftAt)))
		.orderBy(asc(person.id));
	return rows.map(({ person, languages, hours }) => {
		const read = hours === null ? null : readAvailableHours(hours);
		return {
			person,
			languages,
			// Words that nobody can read close nothing: the office is told of them where they are typed.
			hours:
				read?.ok && read.hours.length
					? dates.flatMap((date) => availableInstants(read.hours, date, timeZone))
					: null,
		};
	});
}

function availableInstants(
	hours: readonly AvailableHours[],
	date: LocalDate,
	timeZone: string,
): Stretch[] {
	return joined(
		availableOn(hours, date).map(({ start, end }) => ({
			start: laterInstantOf(date, start, timeZone),
			end: laterInstantOf(date, end, timeZone),
		})),
	);
}

/** Where the picture of the one who receives is; several who receive have none. */
const onlyPicture = (
	people: readonly { readonly personId: string }[],
	pictures: ReadonlyMap<string, string>,
): string | null => (people.length === 1 ? (pictures.get(people[0]!.personId) ?? null) : null);
