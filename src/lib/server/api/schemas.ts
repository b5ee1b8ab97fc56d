import { z } from 'zod';
import { bookingQuestionKinds } from '../../core/questions/booking-question';
import { modes } from '../../core/ways-to-meet';

/** The shapes of the open interface. What another program reads and writes is described here once. */

export const id = z.uuid().describe('An identifier that stays the same.');

const DAY = 86_400_000;
/** Instants that the database and everybody's calendars know. */
const EARLIEST = Date.parse('2000-01-01T00:00:00Z');
const LATEST = Date.parse('2200-01-01T00:00:00Z') - DAY;

export const instant = z.iso
	.datetime({ offset: true })
	.refine((text) => Date.parse(text) >= EARLIEST && Date.parse(text) <= LATEST)
	.describe('An instant, as RFC 3339 writes it.');

export const localDate = z.iso.date().describe('A date at the school.');

export const mode = z.enum(modes).describe('How family and teacher meet.');

export const seatState = z.enum(['free', 'held', 'asked', 'booked', 'blocked', 'past']);

const few = (schema: z.ZodType<string>) => z.array(schema).max(40);

const answerValue = z
	.union([z.string().max(2000), z.array(z.string().max(200)).max(30), z.boolean()])
	.describe('A text, a choice, several choices, or yes or no, as the question’s kind says.');
const answers = z.record(id, answerValue);

export const wantedAppointment = z
	.object({
		slot: id.describe('The first of its slots.'),
		wishes: few(id).min(1),
		person: id.optional().describe('Who receives, where the family picks.'),
		mode: mode.optional(),
		adults: few(id).min(1).optional().describe('Who comes. Missing: all adults of the family.'),
		students: few(id).optional().describe('Students who come along. Missing: none.'),
		answers: answers.optional().describe('To what is asked at this desk, by question.'),
	})
	.strict();

export const wantedVisit = z
	.object({
		appointments: z.array(wantedAppointment).min(1).max(40),
		answers: answers.optional().describe('To what is asked once for the whole visit, by question.'),
	})
	.strict();

export const planRequest = z
	.object({
		wishes: few(id).optional().describe('Missing: all that are not optional and not met.'),
		windows: z
			.array(z.object({ start: instant, end: instant }).strict())
			.max(40)
			.optional()
			.describe('When the family can come. Missing: at any time.'),
		modes: z.array(mode).max(3).optional().describe('Missing: whichever.'),
		split: z.boolean().optional().describe('Two adults may divide the appointments.'),
	})
	.strict();

export const plannedAppointment = z.object({
	slot: id,
	wishes: z.array(id),
	desk: id,
	start: instant,
	end: instant,
	mode,
	adults: z.array(id).optional(),
});

export const plan = z.object({
	name: z
		.enum(['shortest', 'earliest', 'roomy', 'other-date', 'divided', 'another'])
		.describe('What is good about it.'),
	appointments: z.array(plannedAppointment),
	waitingMinutes: z.int(),
	unmet: z.array(z.object({ wish: id, reason: z.string() })),
});

export const plans = z.object({ plans: z.array(plan) });

export const hold = z.object({
	id,
	kind: z.enum(['hold', 'offer', 'waiting']),
	until: instant,
	appointments: z.array(z.object({ slot: id, wishes: z.array(id) })),
});

const substitute = z.object({
	date: localDate,
	name: z.string().describe('Who is there.'),
	absent: z.string().describe('Whose place it is.'),
});

const deskFacts = {
	id,
	number: z.int(),
	name: z.string(),
	subject: z.string(),
	words: z.string().describe('What it says to families.'),
	substitutes: z.array(substitute).describe('Who stands in for whom, and when.'),
};

export const visitAppointment = z.object({
	id,
	desk: id,
	start: instant,
	end: instant,
	standing: z.enum(['asked', 'booked']),
	mode,
	place: z.string().describe('The room, or the telephone number.'),
	link: z.string().nullable().describe('The door of a video appointment.'),
	students: z.array(id),
	wishes: z.array(id),
	slots: z.array(id),
});

export const visit = z.object({
	conference: z.object({
		id,
		address: z.string(),
		name: z.string(),
		timeZone: z.string(),
		phase: z.string(),
		opensAt: instant.nullable(),
		closesAt: instant.nullable(),
	}),
	family: id,
	families: z.array(id).describe('All families of the adult who asks.'),
	students: z.array(z.object({ id, name: z.string(), classLabel: z.string() })),
	desks: z.array(z.object(deskFacts)),
	wishes: z.array(
		z.object({
			id,
			student: id,
			desks: z.array(id),
			weight: z.number(),
			must: z.boolean(),
			askedBy: z.enum(['family', 'teacher', 'office']),
			optional: z.boolean(),
			length: z.int(),
			placed: z.boolean(),
		}),
	),
	questions: z.array(
		z.object({
			id,
			kind: z.enum(bookingQuestionKinds),
			text: z.string(),
			choices: z.array(z.string()).describe('What there is to choose from.'),
			required: z.boolean().describe('Nothing is booked without an answer.'),
			desks: z
				.array(id)
				.nullable()
				.describe('Asked for each appointment at these desks; null: once for the whole visit.'),
		}),
	),
	answers: z.array(
		z.object({
			question: id,
			wish: id.nullable().describe('The meeting it is about; null: the whole visit.'),
			value: answerValue,
		}),
	),
	appointments: z.array(visitAppointment),
	holds: z.array(hold),
	waiting: z.array(id).describe('Wishes on the waiting list.'),
	slots: z.array(
		z.object({
			id,
			desk: id,
			date: localDate,
			start: instant,
			end: instant,
			modes: z.array(mode),
			free: z.boolean(),
			why: z.string().nullable().describe('Why it is not free for this family.'),
		}),
	),
});

/** The same without what there is to choose from: the answer to every change. */
export const visitAsItIs = visit.omit({ slots: true });

export const conferenceFacts = z.object({
	id,
	address: z.string(),
	name: z.string(),
	timeZone: z.string(),
	phase: z.string(),
	dates: z.array(localDate),
	opensAt: instant.nullable(),
	closesAt: instant.nullable(),
	version: z.int(),
});

export const conferenceWhole = conferenceFacts.extend({
	words: z.string(),
	rules: z.record(z.string(), z.unknown()),
	desks: z.array(
		z.object({
			...deskFacts,
			slots: z.int(),
			free: z.int(),
		}),
	),
});

export const slotState = z.object({
	id,
	desk: id,
	date: localDate,
	start: instant,
	end: instant,
	seats: z.int(),
	modes: z.array(mode),
	state: seatState,
});

export const invitation = z.object({
	family: id,
	label: z.string(),
	code: z
		.string()
		.nullable()
		.describe('For paper; null where each adult of the family has a code of its own.'),
	links: z.array(z.object({ adult: id, link: z.string() })),
});

export const conflict = z.looseObject({
	slot: id,
	code: z.string().describe('Why not; facts stand beside it.'),
});

export const problem = z.looseObject({
	type: z.string(),
	title: z.string(),
	status: z.int(),
});

export const visitProblem = problem.extend({
	conflicts: z.array(conflict),
	plans: z.array(plan).describe('Fresh ones, with what is still free kept where that can be.'),
});
