import { z } from 'zod/mini';
import { groupBy } from '../group-by';
import { finding, foundAbout, type About, type Finding, type FindingKind } from './finding';
import type { ReadinessFacts } from './readiness-facts';

const emailShape = z.email();

/** Somebody with an address, and which household or person it belongs to. */
interface Addressed {
	readonly about: About;
	readonly email: string | null;
	/** Two with one address are no mistake when this is the same. */
	readonly owner: string;
}

/** What is missing or odd about the school's people, as far as this conference needs them. */
export function peopleFindings(facts: ReadinessFacts): Finding[] {
	const { teachers, families, untaughtClasses, unreceived } = facts;
	const receiving = teachers.filter(({ sitsAtDesk }) => sitsAtDesk);
	const idsOf = (chosen: readonly { readonly id: string }[]) => chosen.map(({ id }) => id);
	const everybody = addressedOf(facts);
	return [
		...foundAbout(
			'teacher-without-desk',
			'teacher',
			idsOf(teachers.filter(({ hasStudents, sitsAtDesk }) => hasStudents && !sitsAtDesk)),
		),
		...foundAbout('class-without-teacher', 'class', untaughtClasses),
		...foundAbout('unreceived', 'student', unreceived),
		...foundAbout(
			'unreachable',
			'family',
			idsOf(families.filter(({ adults }) => !isReached(adults))),
		),
		...ofPeople('email-malformed', everybody.filter(isMalformed)),
		...ofPeople('email-doubled', doubled(everybody)),
		...foundAbout('email-missing', 'teacher', idsOf(receiving.filter(({ email }) => !email))),
		...foundAbout(
			'email-unconfirmed',
			'teacher',
			idsOf(receiving.filter(({ email, isConfirmed }) => email && !isConfirmed)),
		),
		...ofSteps(facts),
	];
}

const isReached = (adults: ReadinessFacts['families'][number]['adults']): boolean =>
	adults.some(({ email, telephone }) => Boolean(email) || Boolean(telephone));

const addressedOf = ({ teachers, families }: ReadinessFacts): Addressed[] => [
	...teachers
		.filter(({ sitsAtDesk }) => sitsAtDesk)
		.map(({ id, email }) => ({ email, owner: id, about: { thing: 'teacher' as const, id } })),
	...families.flatMap((family) =>
		family.adults.map(({ id, email }) => ({
			email,
			// Parents of one household often share an address.
			owner: family.id,
			about: { thing: 'adult' as const, id },
		})),
	),
];

const isMalformed = ({ email }: Addressed): boolean =>
	Boolean(email) && !z.safeParse(emailShape, email).success;

/** Those whose address somebody else has as well; one adult of two households is nobody else. */
function doubled(everybody: readonly Addressed[]): Addressed[] {
	const withAddress = everybody.filter(({ email }) => email);
	const byAddress = groupBy(withAddress, ({ email }) => email!.trim().toLowerCase());
	return [...byAddress.values()].flatMap((list) => {
		const people = new Set(list.map(({ about }) => `${about.thing}/${about.id}`));
		const owners = new Set(list.map(({ owner }) => owner));
		const isShared = people.size > 1 && owners.size > 1 && !haveCommonOwner(list);
		return isShared ? list : [];
	});
}

/** Whether all of them belong to one household, whatever others they belong to. */
const haveCommonOwner = (list: readonly Addressed[]): boolean => {
	const people = new Set(list.map(({ about }) => about.id));
	return [...groupBy(list, ({ owner }) => owner).values()].some(
		(own) => new Set(own.map(({ about }) => about.id)).size === people.size,
	);
};

function ofPeople(kind: FindingKind, people: readonly Addressed[]): Finding[] {
	const seen = new Map(people.map(({ about }) => [`${about.thing}/${about.id}`, about]));
	return seen.size ? [{ ...finding(kind, 'adult', []), about: [...seen.values()] }] : [];
}

/** Rooms where a family that needs no steps may have to go, and nobody has said whether there are any. */
function ofSteps({ snapshot, families, wishes }: ReadinessFacts): Finding[] {
	const careful = new Set(families.filter(({ stepFree }) => stepFree).map(({ id }) => id));
	const desks = new Set(
		wishes.filter(({ family }) => careful.has(family)).flatMap(({ desks }) => desks),
	);
	const used = new Set(
		snapshot.slots.filter(({ desk }) => desks.has(desk)).flatMap(({ places }) => places),
	);
	return foundAbout(
		'steps-unknown',
		'place',
		snapshot.places
			.filter(({ id, kind, stepFree }) => kind === 'room' && stepFree === null && used.has(id))
			.map(({ id }) => id),
	);
}
