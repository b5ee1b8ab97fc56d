import { and, eq, inArray } from 'drizzle-orm';
import type {
	ShownAppointment,
	FamilyLimits,
	FamilyProjection,
	FamilySlot,
	ShownWish,
} from '../../core/visits/family-projection';
import { phaseOf } from '../../core/conferences/phase';
import type { ConferenceSnapshot, Desk, Slot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { placeKey, travelBetween } from '../../core/snapshot/ways';
import { receiversOn } from '../../core/desks/receivers';
import { may, type Actor } from '../../core/permissions/may';
import { isRefusal } from '../../core/rules/answer';
import { asksFirst } from '../../core/rules/acceptance';
import { longLengthAt } from '../../core/rules/long-talks';
import { changeableUntil, isOpen } from '../../core/rules/booking-window';
import { deskDayLimit } from '../../core/rules/limits';
import { interpretersFree } from '../../core/rules/interpreters';
import { fittingPlaces } from '../../core/rules/places';
import { placesOf, slotAnswer } from '../../core/rules/slot-answer';
import { localOf, MINUTE } from '../../core/time/local-of';
import { lengthOf, type VisitFacts } from '../../core/visits/settle-visit';
import type { App } from '../app';
import type { AppointmentState } from './appointment-state';
import { readFamily, type FamilyFacts } from './family-facts';
import { shareOf } from './family-share';
import { isOffice, visitFacts } from './visit-facts';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Reader } from '../foundation/database/connect';
import { appointment, desk, place } from '../foundation/database/schema';
import { substitutesOf } from '../desks/named-substitutes';
import { alsoThere } from './also-there';
import { doorOf } from './door-of';
import { enquiriesOf } from './enquiries';
import { guestsAt } from './guests';
import { openedTo } from './opened-to';
import { questionsAt } from '../../core/questions/asked-questions';
import { answersOf } from '../questions/answers-of';
import { revisionOf } from './revision-of';
import { fullName, namesOf } from '../register/names';
import { ForbiddenError } from '../foundation/forbidden';
import { secret } from '../foundation/secret-in-answer';

/** What one family may know of a conference, as it is now; without `choices` only what it has. */
export async function familyView(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	conferenceId: string,
	familyId: string,
	{ choices = true } = {},
): Promise<FamilyProjection> {
	if (!may(actor, 'visit.see', { family: familyId })) throw new ForbiddenError();
	const { db } = app;
	const family = await readFamily(db, conferenceId, familyId);
	const snapshot = openedTo(family, await loadSnapshot(db, conferenceId));
	return projectionFor(app, actor, { snapshot, family, now: app.clock.now(), choices });
}

/** Of what a projection is made. */
interface Seen {
	readonly snapshot: ConferenceSnapshot;
	readonly family: FamilyFacts;
	/** Milliseconds. */
	readonly now: number;
	/** Whether what could be booked is wanted as well. */
	readonly choices: boolean;
}

/** A family's projection, for whoever looks at it: a family that is read, or one that is made up. */
export async function projectionFor(
	{ db, config }: { readonly db: Reader; readonly config: App['config'] },
	actor: Actor,
	{ snapshot, family, now, choices }: Seen,
): Promise<FamilyProjection> {
	const { conference, desks, walks, dates } = snapshot;
	const { has, students, wishes, seen, holds, waiting } = shareOf(actor, family);
	const served = new Set(family.own.flatMap((entry) => entry.wishes));
	const appointments = await appointmentsOf({ db, config }, seen, snapshot);
	const wanted = new Set(wishes.flatMap(({ desks }) => desks));
	for (const { desk } of appointments) wanted.add(desk);
	const index = indexOf(snapshot);
	const wantedSlots = (choices ? [...wanted] : [])
		.flatMap((desk) => index.slotsOfDesk.get(desk) ?? [])
		.sort((a, b) => a.start - b.start || (a.desk < b.desk ? -1 : 1));
	const used = new Set([
		...wantedSlots.flatMap(({ places }) => places),
		...appointments.map(({ place }) => place),
	]);
	const numbers = await numbersOf(db, appointments);
	const places = snapshot.places
		.filter(({ id }) => used.has(id))
		.map((place) =>
			place.kind === 'telephone' ? { ...place, name: numbers.get(place.id) ?? '' } : place,
		);
	const wantedDesks = desks.filter(({ id }) => wanted.has(id));
	const substitutes = await substitutesOf(db, wantedDesks);
	const names = new Map(family.adults.map((row) => [row.id, fullName(row)]));
	const facts = await visitFacts(db, {
		snapshot,
		family,
		now,
		has,
		office: isOffice(actor),
		givenUp: new Set<string>(),
		usedHolds: new Set(holds.map(({ id }) => id)),
		slots: wantedSlots.map(({ id }) => id),
	});
	const open = isOpen(conference, facts.booker, now);
	/** What is no longer than a meeting of this family is anyway is nothing to choose. */
	const usual = lengthOf([], facts);
	const longChoice = (of: readonly Desk[]) => {
		const long = longLengthAt(of);
		return long !== null && long > usual ? long : null;
	};
	const { id, address, name, words, limitNote } = conference;
	const { timeZone, pauseMinutes, opensAt, closesAt, pauseWords } = conference;
	return {
		conference: {
			id,
			address,
			name,
			words,
			limitNote,
			timeZone,
			pauseMinutes,
			opensAt,
			closesAt,
			pauseWords,
		},
		phase: phaseOf(conference, dates, now),
		notBookable: isRefusal(open) ? open : null,
		family: family.id,
		students: students.map((student) => ({
			id: student.id,
			name: student.givenName ?? fullName(student),
			classLabel: student.label ?? student.yearGroup,
		})),
		adults: facts.adults.map(({ id }) => ({ id, name: names.get(id) ?? '' })),
		interpreted: facts.needs.interpreter !== null,
		limits: limitsLeft(facts, {
			students: new Set(students.map(({ id }) => id)),
			desks: wanted,
		}),
		desks: wantedDesks.map(({ id, number, name, subject, words, picture }) => ({
			id,
			number,
			name,
			subject,
			words,
			picture,
			substitutes: substitutes.get(id) ?? [],
			asksFirst: asksFirst(conference, index.desks.get(id)!),
		})),
		places: places.map((place) => ({ ...place, key: placeKey(place) })),
		travel: travelBetween(places, walks, conference.switchMinutes),
		dates: [...new Set([...dates, ...appointments.map(({ date }) => date)])].sort(),
		wishes: wishes.map((wish) => {
			const { id, student, desks, weight, must, optional, askedBy, words } = wish;
			return {
				id,
				student,
				desks,
				weight,
				must,
				optional,
				placed: served.has(id),
				askedBy,
				words,
				length: lengthOf([wish], facts),
				longLength: longChoice(desks.flatMap((id) => index.desks.get(id) ?? [])),
				openDesks: openDesks(wish, facts),
			};
		}),
		slots: slotsForFamily(wantedSlots, facts),
		appointments,
		holds: holds
			.filter(({ until }) => until > now)
			.map(({ id, kind, until, keeps }) => ({ id, kind, until, keeps })),
		waiting,
		questions: questionsAt(snapshot.questions, wanted),
		answers: await answersOf(db, { actor, family, wishes, questions: snapshot.questions }),
		enquiries: await enquiriesOf(
			db,
			wishes.map(({ id }) => id),
		),
	};
}

/** Telephone numbers with their PINs let anybody in: a family has those that it is booked to use. */
async function numbersOf(
	db: Reader,
	appointments: readonly ShownAppointment[],
): Promise<ReadonlyMap<string, string>> {
	const rows = await db
		.select({ id: place.id, name: place.name })
		.from(place)
		.where(
			and(
				eq(place.kind, 'telephone'),
				inArray(
					place.id,
					appointments.map(({ place }) => place),
				),
			),
		);
	const numbers = new Map(rows.map(({ id, name }) => [id, name]));
	return rows.length ? secret(numbers) : numbers;
}

/** How much the family may still book, of what is told to whoever asks; the office is not bound. */
function limitsLeft(
	{ snapshot, counted, booker }: VisitFacts,
	told: { readonly students: ReadonlySet<string>; readonly desks: ReadonlySet<string> },
): FamilyLimits {
	const { rules } = snapshot.conference;
	const { perStudent, perFamily, oncePerDesk, households } = rules;
	if (booker.office) return { family: null, perStudent: {}, perDeskDay: {}, oncePerDesk };
	const about = [...counted.own, ...(households === 'together' ? counted.others : [])];
	const students = [...new Set(about.flatMap((entry) => entry.students))].filter((id) =>
		told.students.has(id),
	);
	return {
		family: perFamily === null ? null : Math.max(0, perFamily - counted.own.length),
		perStudent:
			perStudent === null ? {} : Object.fromEntries(students.map((id) => [id, leftFor(id)])),
		perDeskDay: leftPerDeskDay(),
		oncePerDesk,
	};

	function leftPerDeskDay(): FamilyLimits['perDeskDay'] {
		const { conference, desks, slots } = snapshot;
		const limits = new Map(
			desks
				.filter(({ id }) => told.desks.has(id))
				.map((desk) => [desk.id, deskDayLimit(conference, desk)]),
		);
		const left = slots.flatMap(({ desk, date }) => {
			const limit = limits.get(desk) ?? null;
			if (limit === null) return [];
			return [[`${desk}/${date}`, Math.max(0, limit - counted.atDesk(desk, date))] as const];
		});
		return Object.fromEntries(left);
	}

	function leftFor(student: string): number {
		const count = about.filter((entry) => entry.students.includes(student)).length;
		return Math.max(0, perStudent! - count);
	}
}

/** Desks at which one more appointment about the student is not one too many. */
function openDesks(
	{ desks, student }: Pick<ShownWish, 'desks' | 'student'>,
	{ snapshot, counted }: VisitFacts,
): string[] {
	const { oncePerDesk, households } = snapshot.conference.rules;
	const about = [
		...(oncePerDesk ? counted.own : []),
		...(households === 'together' ? counted.others : []),
	];
	const had = new Set(
		about.filter(({ students }) => students.includes(student)).map(({ desk }) => desk),
	);
	return desks.filter((desk) => !had.has(desk));
}

/** What the slots are to one family, by the same rules that decide when it books. */
function slotsForFamily(slots: readonly Slot[], facts: VisitFacts): FamilySlot[] {
	const { snapshot, needs, claims } = facts;
	const { desks, places, inARow } = indexOf(snapshot);
	const { interpreters, conference } = snapshot;
	const slotFacts = { ...facts, conference, interpreters, places };
	const persons = [
		...new Set(slots.flatMap(({ desk }) => desks.get(desk)!.people.map(({ person }) => person))),
	];
	const span = interpreterSpans(facts);
	return slots.map((slot) => {
		const { id, desk, date, start, end } = slot;
		const answer = slotAnswer([slot], desks.get(desk)!, slotFacts);
		const fitting = fittingPlaces(placesOf(slot, places), { stepFree: needs.stepFree });
		const free =
			needs.interpreter === null
				? []
				: interpretersFree(interpreters, needs.interpreter, slot, { claims });
		return {
			id,
			desk,
			date,
			start,
			end,
			place: fitting[0]?.id ?? slot.place,
			places: fitting.map(({ id }) => id),
			free: !isRefusal(answer),
			why: isRefusal(answer) ? answer.code : null,
			next: inARow(id, 2)[1]?.id ?? null,
			interpreters: free.map((person) => interpreters.findIndex((one) => one.person === person)),
			away: free.length ? Math.min(...free.map((person) => span.away(person, slot))) : 0,
			receivers: receiversOn(desks.get(desk)!, date).all.map((person) => persons.indexOf(person)),
		};
	});
}

/** A date on which an interpreter does not come yet is as far away as a day is long. */
const NEW_DAY = 1440;

/** By how many minutes a slot lengthens an interpreter's day as it is now. */
function interpreterSpans({ snapshot, claims }: VisitFacts): {
	away(person: string, slot: Slot): number;
} {
	const index = indexOf(snapshot);
	return {
		away(person, { date, start, end }) {
			const day = (claims.get(person) ?? []).filter(
				({ occupancy }) => index.slots.get(occupancy)?.date === date,
			);
			if (day.length === 0) return NEW_DAY;
			const first = Math.min(...day.map((claim) => claim.start));
			const last = Math.max(...day.map((claim) => claim.end));
			return (Math.max(0, first - start) + Math.max(0, end - last)) / MINUTE;
		},
	};
}

async function appointmentsOf(
	{ db, config }: Pick<App, 'db' | 'config'>,
	own: readonly AppointmentState[],
	{ conference, desks }: ConferenceSnapshot,
): Promise<ShownAppointment[]> {
	if (own.length === 0) return [];
	const openDesks = new Set(desks.filter(({ rules }) => rules.groupSees).map(({ id }) => id));
	const [rows, versions, interpreters, guests, others] = await Promise.all([
		db
			.select()
			.from(place)
			.where(
				inArray(
					place.id,
					own.map(({ place }) => place),
				),
			),
		db
			.select({
				id: appointment.id,
				version: appointment.version,
				ofDesk: desk.version,
				setBy: appointment.setBy,
			})
			.from(appointment)
			.innerJoin(desk, eq(desk.id, appointment.deskId))
			.where(
				inArray(
					appointment.id,
					own.map(({ id }) => id),
				),
			),
		namesOf(
			db,
			own.flatMap(({ interpreter }) => interpreter ?? []),
		),
		guestsAt(
			db,
			own.map(({ id }) => id),
		),
		alsoThere(db, own, openDesks),
	]);
	const known = new Map(versions.map((row) => [row.id, row]));
	const places = new Map(rows.map((row) => [row.id, row]));
	return own.map(({ id, desk, place, standing, start, end, students, interpreter, ...rest }) => ({
		id,
		desk,
		place,
		start,
		end,
		revision: revisionOf(known.get(id)!),
		setBy: known.get(id)!.setBy,
		changeableUntil: changeableUntil(conference, { start }),
		interpreter: interpreter === null ? null : (interpreters.get(interpreter) ?? ''),
		adults: rest.adults,
		along: rest.along,
		guests: (guests.get(id) ?? []).map(({ id, name }) => ({ id, name })),
		alsoThere: others.get(id) ?? [],
		slots: rest.slots,
		wishes: rest.wishes,
		standing: standing === 'asked' ? 'asked' : 'booked',
		link: doorOf(config, places.get(place)!, id),
		date: localOf(start, conference.timeZone).date,
		students: students.map(({ id }) => id),
	}));
}
