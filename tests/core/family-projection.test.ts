import { expect, it } from 'vitest';
import { familyVisitProblem } from '$lib/core/visits/family-projection';
import { bestVisit } from '$lib/core/planner/best-visit';
import { bookedOf, M, placeOf, slotOf, viewOf, wishOf } from './family-fixtures';

const atLink = { place: 'link' };
const view = viewOf({
	places: [placeOf('eider'), placeOf('link', 'remote')],
	travel: [{ from: 'eider', to: 'remote', minutes: 15 }],
	wishes: [wishOf('done', { placed: true }), wishOf('left'), wishOf('unticked')],
	slots: [
		slotOf('left', 1000, atLink),
		slotOf('left', 1030, { ...atLink, why: 'taken' }),
		slotOf('left', 1040, atLink),
		slotOf('left', 1060, atLink),
		slotOf('unticked', 1050),
	],
	appointments: [bookedOf('done', 1020)],
});

it('plans what is left around what is booked, at places as people walk to them', () => {
	const problem = familyVisitProblem(view, { wishes: ['done', 'left'] });
	expect(problem.wishes.map(({ id }) => id)).toEqual(['left']);
	expect(problem.fixed).toEqual([{ place: 'eider', date: 0, start: 1020, end: 1030, adults: [0] }]);
	// Ten minutes after the room there is no time to change to video; thirty minutes after there is.
	expect(bestVisit(problem)!.placements).toMatchObject([
		{ slot: { id: 'left@1060', place: 'remote' } },
	]);
});

it('keeps to the windows that the family chose', () => {
	const windows = [[990 * M, 1015 * M]] as const;
	const problem = familyVisitProblem({ ...view, appointments: [] }, { wishes: ['left'], windows });
	expect(bestVisit(problem)!.placements).toMatchObject([{ slot: { id: 'left@1000' } }]);
});
