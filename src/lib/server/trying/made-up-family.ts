import { inArray } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { student } from '../foundation/database/schema';
import { groupBy } from '../../core/group-by';
import { homeLabel } from '../register/class-labels';
import { wantedWishes } from '../visits/derive-wishes';
import type { FamilyFacts } from '../visits/family-facts';
import { offeredWish, triedId } from './offered-wishes';

/** Nobody's children: each has the teachers of somebody in another year group. */
const CHILDREN = ['Robin', 'Kim', 'Sasha'];
/** The id of the family that is made up. */
export const MADE_UP = triedId('family');

/**
 * A family that does not exist, with three children in different year groups as far as there are any, each with
 * the meetings that somebody of that year group has; in another turn those of somebody else. `null` while nobody
 * at all has any.
 */
export async function madeUpFamily(
	db: Reader,
	conferenceId: string,
	turn = 0,
): Promise<FamilyFacts | null> {
	const offered = await wantedWishes(db, conferenceId);
	const meetings = [...groupBy(offered, ({ familyId, studentId }) => `${familyId} ${studentId}`)];
	const most = meetings
		.filter(([, wishes]) => wishes.some(({ teacherId }) => teacherId !== null))
		.sort(([a, one], [b, other]) => other.length - one.length || (a < b ? -1 : 1))
		.map(([, wishes]) => wishes);
	if (most.length === 0) return null;
	const students = await db
		.select({ id: student.id, yearGroup: student.yearGroup, label: homeLabel })
		.from(student)
		.where(
			inArray(
				student.id,
				most.map((wishes) => wishes[0]!.studentId),
			),
		);
	const known = new Map(students.map((row) => [row.id, row]));
	const yearOf = (wishes: (typeof most)[number]) => known.get(wishes[0]!.studentId)!.yearGroup;
	const years = [...groupBy(most, yearOf)].sort(([a], [b]) => a.localeCompare(b, 'en', NUMERIC));
	const chosen = spread(
		years.length >= CHILDREN.length ? years.map(([, of]) => of[turn % of.length]!) : most,
	);
	const adult = triedId('adult');
	return {
		id: MADE_UP,
		trialOf: null,
		needs: { stepFree: false, interpreter: null },
		adults: [{ id: adult, personId: null, givenName: 'Jo', familyName: null }],
		rights: [],
		students: chosen.map((wishes, index) => ({
			...known.get(wishes[0]!.studentId)!,
			id: childId(index),
			givenName: CHILDREN[index]!,
			familyName: null,
		})),
		wishes: chosen.flatMap((wishes, index) =>
			wishes.map((wish) => offeredWish({ ...wish, familyId: MADE_UP, studentId: childId(index) })),
		),
		own: [],
		attended: [],
		holds: [],
		waiting: [],
		presences: [],
	};
}

const NUMERIC = { numeric: true };
const childId = (index: number): string => triedId(`child ${index}`);

/** As many as there are children, from the first to the last. */
const spread = <Of>(list: readonly Of[]): Of[] =>
	list.length <= CHILDREN.length
		? [...list]
		: CHILDREN.map(
				(_, index) => list[Math.round((index * (list.length - 1)) / (CHILDREN.length - 1))]!,
			);
