import { expect, it } from 'vitest';
import { familyVisitProblem, type FamilyProjection } from '$lib/core/visits/family-projection';
import { bestVisit } from '$lib/core/planner/best-visit';

const M = 60_000;
const place = (id: string, key: string) => ({
	id,
	key,
	name: id,
	building: null,
	buildingName: null,
	stepFree: true,
	kind: key === 'remote' ? ('video' as const) : ('room' as const),
});
const slot = (id: string, desk: string, place: string, start: number, free = true) => ({
	id,
	desk,
	place,
	date: '2026-12-03' as const,
	start: start * M,
	end: (start + 10) * M,
	free,
	places: [place],
	why: free ? null : ('taken' as const),
	next: null,
	interpreters: [],
	away: 0,
	receivers: [],
});
const wish = (id: string, desk: string, placed = false) => ({
	id,
	student: 's',
	desks: [desk],
	weight: 1,
	must: false,
	askedByTeacher: false,
	optional: false,
	length: 1,
	openDesks: [desk],
	placed,
});

const view: FamilyProjection = {
	conference: {
		id: 'c',
		address: 'winter',
		name: 'Winter',
		words: '',
		limitNote: '',
		timeZone: 'America/Halifax',
		pauseMinutes: 0,
		opensAt: null,
		closesAt: null,
	},
	phase: 'open',
	notBookable: null,
	family: 'f',
	desks: [],
	dates: ['2026-12-03'],
	students: [{ id: 's', name: 'S', classLabel: '7' }],
	places: [place('eider', 'eider'), place('link', 'remote')],
	travel: [{ from: 'eider', to: 'remote', minutes: 15 }],
	wishes: [wish('done', 'd0', true), wish('left', 'd1'), wish('unticked', 'd2')],
	slots: [
		slot('early', 'd1', 'link', 1000),
		slot('taken', 'd1', 'link', 1030, false),
		slot('near', 'd1', 'link', 1040),
		slot('far', 'd1', 'link', 1060),
		slot('other', 'd2', 'eider', 1050),
	],
	holds: [],
	waiting: [],
	enquiries: [],
	interpreted: false,
	adults: [{ id: 'eve', name: 'Eve' }],
	limits: { family: null, perStudent: {}, perDeskDay: {}, oncePerDesk: true },
	appointments: [
		{
			id: 'a',
			desk: 'd0',
			place: 'eider',
			link: null,
			date: '2026-12-03' as const,
			students: ['s'],
			start: 1020 * M,
			end: 1030 * M,
			standing: 'booked',
			slots: ['z'],
			wishes: ['done'],
			revision: 1,
			along: [],
			interpreter: null,
			setBy: null,
			changeableUntil: 1000 * M,
			adults: ['eve'],
		},
	],
};

it('plans what is left around what is booked, at places as people walk to them', () => {
	const problem = familyVisitProblem(view, { wishes: ['done', 'left'] });
	expect(problem.wishes.map(({ id }) => id)).toEqual(['left']);
	expect(problem.fixed).toEqual([{ place: 'eider', date: 0, start: 1020, end: 1030, adults: [0] }]);
	// Ten minutes after the room there is no time to change to video; thirty minutes after there is.
	expect(bestVisit(problem)!.placements).toMatchObject([{ slot: { id: 'far', place: 'remote' } }]);
});

it('keeps to the windows that the family chose', () => {
	const windows = [[990 * M, 1015 * M]] as const;
	const problem = familyVisitProblem({ ...view, appointments: [] }, { wishes: ['left'], windows });
	expect(bestVisit(problem)!.placements).toMatchObject([{ slot: { id: 'early' } }]);
});
