import { eq, inArray } from 'drizzle-orm';
import { groupBy } from '../../../core/group-by';
import type { AppointmentId } from '../../../core/ids';
import type { WordingPart } from '../../../core/notices/wording';
import { localOf } from '../../../core/time/local-of';
import type { ShownAppointment } from '../../../core/visits/family-projection';
import { m } from '$lib/paraglide/messages';
import { act, adult, appointment, desk } from '../../foundation/database/schema';
import type { Reader } from '../../foundation/database/connect';
import { fullName } from '../../register/names';
import { touchedStates } from '../telling/facts-of-acts';
import { stands, type AppointmentState } from '../../visits/appointment-state';
import type { Writing, Written } from './writing';
import { toldAdult, type ToldAdult } from './told-adult';
import { publishedVisit } from './published-visit';
import { visitEntries } from './visit-entry';
import { dateWords, footOf, momentWords, rowOf, timeWords } from './visit-words';

/** What an act did to appointments of which the adult may be told. */
interface Happened {
	/** By whom: somebody of the family, or of the school. */
	readonly by: 'family' | 'school';
	readonly before: readonly AppointmentState[];
	readonly after: readonly AppointmentState[];
	/** When it was done; it orders calendar entries. */
	readonly at: number;
}

/** What is left of a visit after somebody changed it, or what is coming: the whole of it, as it stands now. */
export async function visitWording(writing: Writing): Promise<Written> {
	const { app, row } = writing;
	const told = await toldAdult(app, row);
	if (!told) return { reason: 'over' };
	const happened = await happenedIn(app.db, row, told);
	if (happened === 'nothing-to-tell') return { reason: 'not-told' };
	if (!isStillSo(writing, told, happened)) return { reason: 'over' };
	const { subject, opening } = await wordsOf(writing, told, happened);
	const { conference } = told.view;
	return {
		wording: {
			subject,
			school: writing.school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: told.name }) },
				{ kind: 'words', text: opening },
				...(await answerParts(app.db, row.kind, happened)),
				...goneParts(told, happened, await deskNames(app.db, happened.before)),
				...standingParts(told, happened, writing),
				{ kind: 'way', text: m.notice_to_visit(), link: told.page },
				footOf(writing, conference.name),
			],
		},
		desks: [...happened.before, ...happened.after].map(({ desk }) => desk),
		...(row.kind === 'reminder' ? null : await entriesOf(writing, told, happened)),
	};
}

/** What calendars are to keep of it: each date's visit as one entry, and its appointments as a file beside it. */
async function entriesOf(writing: Writing, told: ToldAdult, happened: Happened) {
	const touched = new Set([...happened.before, ...happened.after].map(({ id }) => id));
	return {
		calendars: visitEntries(writing, told, { dates: datesOf(told, happened), at: happened.at }),
		files: await publishedVisit(writing.app, writing.row, told, touched),
	};
}

async function happenedIn(
	db: Reader,
	{ actId, familyId }: Pick<Writing['row'], 'actId' | 'familyId'>,
	{ hears }: ToldAdult,
): Promise<Happened | 'nothing-to-tell'> {
	if (actId === null) return { by: 'school', before: [], after: [], at: 0 };
	const [row] = await db.select().from(act).where(eq(act.id, actId));
	if (!row) return 'nothing-to-tell';
	const touched = touchedStates(row);
	const heard = (states: readonly AppointmentState[]) =>
		states.filter(
			({ family, students }) => family === familyId && hears(students.map(({ id }) => id)),
		);
	const [before, after] = [heard(touched.before), heard(touched.after)];
	if (before.length + after.length === 0) return 'nothing-to-tell';
	return { by: row.actorKind === 'adult' ? 'family' : 'school', before, after, at: row.at };
}

/** What the school said with its yes or no. */
async function answerParts(
	db: Reader,
	kind: Writing['row']['kind'],
	{ after }: Happened,
): Promise<WordingPart[]> {
	if (kind !== 'accepted' && kind !== 'declined') return [];
	const rows = await db
		.select({ words: appointment.answerWords })
		.from(appointment)
		.where(inArray(appointment.id, after.map(({ id }) => id) as AppointmentId[]));
	return rows.flatMap(({ words }) => (words ? [{ kind: 'words', text: words } as const] : []));
}

/** What was booked and is not there any more is told by what ended it. */
function isStillSo({ row }: Writing, { view }: ToldAdult, { after }: Happened): boolean {
	const standing = new Set(view.appointments.map(({ id }) => id));
	if (row.kind === 'reminder')
		return view.appointments.some(({ date }) => row.about?.startsWith(date));
	if (row.kind === 'booked' || row.kind === 'accepted')
		return after.some(({ id }) => standing.has(id));
	return true;
}

async function wordsOf(
	{ app, row }: Writing,
	{ view }: ToldAdult,
	{ by, before, after }: Happened,
): Promise<{ subject: string; opening: string }> {
	const { timeZone } = view.conference;
	const touched = new Set(after.map(({ id }) => id));
	const shown = view.appointments.filter(({ id }) => touched.has(id));
	const first = shown[0] ?? view.appointments[0];
	const moment = first ? momentWords(first.start, timeZone) : '';
	const teacher = async () =>
		(await deskNames(app.db, [...after, ...before])).get((after[0] ?? before[0])!.desk) ?? '';
	switch (row.kind) {
		case 'booked': {
			const name = await otherBooker(app.db, shown, row.adultId);
			if (by === 'school')
				return { subject: m.notice_booked({ moment }), opening: m.notice_booked_school() };
			return {
				subject: m.notice_booked({ moment }),
				opening: name ? m.notice_booked_by({ name }) : m.notice_booked_words(),
			};
		}
		case 'cancelled':
			return {
				subject: m.notice_cancelled({ count: before.length }),
				opening: by === 'school' ? m.notice_cancelled_school() : m.notice_cancelled_words(),
			};
		case 'accepted':
			return {
				subject: m.notice_accepted({ teacher: await teacher() }),
				opening: m.notice_accepted_words({ teacher: await teacher() }),
			};
		case 'declined':
			return {
				subject: m.notice_declined({ teacher: await teacher() }),
				opening: m.notice_declined_words({ teacher: await teacher() }),
			};
		case 'reminder': {
			const next = view.appointments.find(({ date }) => row.about?.startsWith(date))!;
			const date = dateWords(next.start, timeZone);
			const time = timeWords(next.start, timeZone);
			return {
				subject: m.notice_reminder({ date, time }),
				opening: m.notice_reminder_words({ date, time }),
			};
		}
		default:
			return {
				subject: moment ? m.notice_changed({ moment }) : m.notice_changed_empty(),
				opening: by === 'school' ? m.notice_changed_school() : m.notice_changed_words(),
			};
	}
}

/** Who of the family booked, where that is known and somebody else than the reader. */
async function otherBooker(
	db: Reader,
	shown: readonly ShownAppointment[],
	reader: string | null,
): Promise<string | null> {
	const booker = shown.find(({ setBy }) => setBy !== null)?.setBy;
	if (!booker || booker === reader) return null;
	const [row] = await db.select().from(adult).where(eq(adult.id, booker));
	return row ? fullName(row) : null;
}

async function deskNames(
	db: Reader,
	states: readonly AppointmentState[],
): Promise<ReadonlyMap<string, string>> {
	if (states.length === 0) return new Map();
	const ids = states.map(({ desk }) => desk);
	const rows = await db.select().from(desk).where(inArray(desk.id, ids));
	return new Map(rows.map(({ id, name }) => [id, name]));
}

/** What is not there any more. */
function goneParts(
	{ view }: ToldAdult,
	{ before }: Happened,
	desks: ReadonlyMap<string, string>,
): WordingPart[] {
	const { timeZone } = view.conference;
	const standing = new Set(view.appointments.map(({ id }) => id));
	const rows = before
		.filter((state) => stands(state) && !standing.has(state.id))
		.map(({ desk, start, end, students }) => ({
			time: `${timeWords(start, timeZone)}–${timeWords(end, timeZone)}`,
			what: desks.get(desk) ?? '',
			where: dateWords(start, timeZone),
			link: null,
			note: view.students
				.filter(({ id }) => students.some((student) => student.id === id))
				.map(({ name }) => name)
				.join(', '),
		}));
	return rows.length ? [{ kind: 'rows', title: m.notice_gone(), rows }] : [];
}

/** What stands, day by day; what moved says from where. */
function standingParts({ view }: ToldAdult, { before }: Happened, { row }: Writing): WordingPart[] {
	const { timeZone } = view.conference;
	const former = new Map(before.map((state) => [state.id, state.start]));
	const noteOf = ({ id, start }: ShownAppointment): string => {
		const was = former.get(id);
		return was === undefined || was === start
			? ''
			: m.notice_was({ moment: momentWords(was, timeZone) });
	};
	const shown =
		row.kind === 'reminder'
			? view.appointments.filter(({ date }) => row.about?.startsWith(date))
			: view.appointments;
	if (shown.length === 0) return [{ kind: 'words', text: m.notice_nothing_left() }];
	return [...groupBy(shown, ({ date }) => date).values()].map((own) => ({
		kind: 'rows',
		title: dateWords(own[0]!.start, timeZone),
		rows: own.map((entry) => rowOf(view, entry, noteOf(entry))),
	}));
}

/** The dates on which something became something else. */
function datesOf({ view }: ToldAdult, { before, after }: Happened): string[] {
	const dates = [...before, ...after].map(
		({ start }) => localOf(start, view.conference.timeZone).date,
	);
	return [...new Set(dates)].sort();
}
