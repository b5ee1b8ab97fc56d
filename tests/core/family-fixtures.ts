import type {
	FamilyProjection,
	FamilySlot,
	ShownAppointment,
	ShownWish,
} from '$lib/core/visits/family-projection';

/** What one family sees of a conference of a few desks. Minutes count from 1970, on one date. */

export const M = 60_000;
export const DATE = '2026-12-03';

/** A place; one whose key is `remote` is a video link. */
export const placeOf = (id: string, key = id): FamilyProjection['places'][number] => ({
	id,
	key,
	name: id,
	building: null,
	buildingName: null,
	stepFree: true,
	kind: key === 'remote' ? 'video' : 'room',
});

/** Ten minutes at a desk, named `desk@start`; free unless a reason is given. */
export const slotOf = (
	desk: string,
	start: number,
	{ place = 'eider', ...more }: Partial<FamilySlot> = {},
): FamilySlot => ({
	id: `${desk}@${start}`,
	desk,
	place,
	places: [place],
	date: DATE,
	start: start * M,
	end: (start + 10) * M,
	free: more.why === undefined,
	why: null,
	next: null,
	interpreters: [],
	away: 0,
	receivers: [],
	...more,
});

/** A wish to see the desk of the same name. */
export const wishOf = (id: string, more: Partial<ShownWish> = {}): ShownWish => ({
	id,
	student: 'leila',
	desks: [id],
	openDesks: more.desks ?? [id],
	weight: 1,
	must: false,
	askedBy: 'family',
	words: '',
	optional: false,
	length: 1,
	longLength: null,
	placed: false,
	...more,
});

/** The appointment that serves the wish to see a desk. */
export const bookedOf = (desk: string, start: number): ShownAppointment => ({
	id: `booked ${desk}`,
	revision: 1,
	desk,
	place: 'eider',
	link: null,
	standing: 'booked',
	date: DATE,
	start: start * M,
	end: (start + 10) * M,
	students: ['leila'],
	adults: ['eve'],
	along: [],
	guests: [],
	alsoThere: [],
	interpreter: null,
	setBy: null,
	changeableUntil: start * M,
	slots: [`${desk}@${start}`],
	wishes: [desk],
});

export const viewOf = (more: Partial<FamilyProjection>): FamilyProjection => ({
	conference: {
		id: 'c',
		address: 'winter',
		name: 'Winter',
		words: '',
		limitNote: '',
		timeZone: 'UTC',
		pauseMinutes: 0,
		pauseWords: '',
		opensAt: null,
		closesAt: null,
	},
	phase: 'open',
	notBookable: null,
	family: 'f',
	students: [{ id: 'leila', name: 'Leila', classLabel: '8A' }],
	adults: [{ id: 'eve', name: 'Eve' }],
	interpreted: false,
	limits: { family: null, perStudent: {}, perDeskDay: {}, oncePerDesk: true },
	desks: [],
	places: [placeOf('eider')],
	travel: [],
	dates: [DATE],
	wishes: [],
	slots: [],
	appointments: [],
	holds: [],
	waiting: [],
	questions: [],
	answers: [],
	enquiries: [],
	...more,
});
