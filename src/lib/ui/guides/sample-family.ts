import type { GuideFacts } from '$lib/core/sharing/guide-facts';
import type {
	FamilyProjection,
	FamilySlot,
	ShownAppointment,
	ShownWish,
} from '$lib/core/visits/family-projection';
import { MINUTE } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';

/** The one room of the pictures: which rooms there really are is nobody's business here. */
const PLACE = 'room';

/** A family that is nobody's, with the conference's own subjects and times. */
export interface SampleFamily {
	/** Before it has chosen. */
	readonly choosing: FamilyProjection;
	/** On the day, a quarter of an hour before the first meeting. */
	readonly booked: FamilyProjection;
	/** Milliseconds: the moment of `booked`. */
	readonly arriving: number;
}

/** `null` where the conference has no times to show yet. */
export function sampleFamily({ conference, dates, visit }: GuideFacts): SampleFamily | null {
	const first = visit[0];
	if (!first) return null;
	const teachers = [m.guide_teacher_one(), m.guide_teacher_two(), m.guide_teacher_three()];
	const students = [m.guide_child_one(), m.guide_child_two()].map((name, index) => ({
		id: `student-${index}`,
		name,
		classLabel: '',
	}));
	/** The last meeting is about the younger child. */
	const studentOf = (index: number) =>
		students[index > 0 && index === visit.length - 1 ? 1 : 0]!.id;
	const slots = visit.map(({ date, start, end }, index): FamilySlot => ({
		id: `slot-${index}`,
		desk: `desk-${index}`,
		place: PLACE,
		places: [PLACE],
		date,
		start,
		end,
		free: true,
		why: null,
		next: null,
		interpreters: [],
		away: 0,
		receivers: [index],
	}));
	const wishes = visit.map((_, index): ShownWish => ({
		id: `wish-${index}`,
		student: studentOf(index),
		desks: [`desk-${index}`],
		openDesks: [`desk-${index}`],
		weight: 1,
		must: false,
		askedBy: 'family',
		words: '',
		optional: false,
		length: 1,
		longLength: null,
		placed: false,
	}));
	const choosing: FamilyProjection = {
		conference: {
			...conference,
			id: 'guide',
			words: '',
			limitNote: '',
			pauseMinutes: 0,
			pauseWords: '',
		},
		phase: 'open',
		notBookable: null,
		family: 'family',
		students: students.filter(({ id }) => wishes.some(({ student }) => student === id)),
		adults: [],
		interpreted: false,
		limits: { family: null, perStudent: {}, perDeskDay: {}, oncePerDesk: true },
		desks: visit.map(({ subject }, index) => ({
			id: `desk-${index}`,
			number: index,
			name: teachers[index] ?? '',
			subject,
			words: '',
			picture: null,
			substitutes: [],
			asksFirst: false,
		})),
		places: [
			{
				id: PLACE,
				key: PLACE,
				kind: 'room',
				name: m.school_sample_place(),
				building: null,
				buildingName: null,
				stepFree: true,
			},
		],
		travel: [],
		dates,
		wishes,
		slots,
		appointments: [],
		holds: [],
		waiting: [],
		questions: [],
		answers: [],
		enquiries: [],
	};
	const appointments = slots.map(({ id, desk, date, start, end }, index): ShownAppointment => ({
		id: `appointment-${index}`,
		revision: 1,
		desk,
		place: PLACE,
		link: null,
		standing: 'booked',
		date,
		start,
		end,
		students: [studentOf(index)],
		adults: [],
		along: [],
		guests: [],
		alsoThere: [],
		interpreter: null,
		setBy: null,
		changeableUntil: start,
		slots: [id],
		wishes: [`wish-${index}`],
	}));
	return {
		choosing,
		booked: {
			...choosing,
			phase: 'today',
			wishes: wishes.map((wish) => ({ ...wish, placed: true })),
			appointments,
		},
		arriving: first.start - 15 * MINUTE,
	};
}
