import { eq, inArray } from 'drizzle-orm';
import type { WordingPart, WordingRow } from '../../../core/notices/wording';
import { localOf } from '../../../core/time/local-of';
import { m } from '$lib/paraglide/messages';
import type { App } from '../../app';
import { act, family } from '../../foundation/database/schema';
import { placeWords } from '$lib/words/place-words';
import { studentWords } from '$lib/words/student-words';
import { stands, type AppointmentState } from '../../visits/appointment-state';
import { touchedStates } from '../telling/facts-of-acts';
import { peopleOf } from '../telling/people-of-acts';
import { personDay, type PersonTurn } from './person-day';
import type { SaidAnswer } from '../../../operations/floor';
import { answerText } from '$lib/words/answer-text';
import { readTelling, type ConferenceTelling } from '../telling/telling';
import { readPerson, type ToldPerson } from './told-person';
import { dateWords, footOf, listWords, momentWords, timeWords } from './visit-words';
import type { Writing, Written } from './writing';

/** What a day holds for somebody who receives or interprets, what became different on it, or who is asked for. */
export async function teacherWording(writing: Writing): Promise<Written> {
	const { app, row } = writing;
	const telling = row.conferenceId ? await readTelling(app.db, row.conferenceId) : null;
	const reader = await readPerson(app, row.personId);
	if (!telling || !reader) return { reason: 'over' };
	const told = { writing, telling, reader };
	if (row.kind === 'teacher-day') return dayWording(told, row.about!);
	const changes = await changesFor(told);
	if (changes.length === 0) return { reason: 'over' };
	return changeWording(told, changes);
}

interface Told {
	readonly writing: Writing;
	readonly telling: ConferenceTelling;
	readonly reader: ToldPerson;
}

async function dayWording(told: Told, date: string): Promise<Written> {
	const { writing, telling, reader } = told;
	const turns = await personDay(writing.app, telling, reader.id, date);
	const [first] = turns;
	if (!first || turns.every(({ end }) => end <= writing.app.clock.now())) return { reason: 'over' };
	const day = dateWords(first.start, telling.zone);
	const time = timeWords(first.start, telling.zone);
	return worded(told, {
		subject: m.notice_teacher_day({ count: turns.length, date: day, time }),
		parts: [
			{
				kind: 'words',
				text: [
					m.notice_teacher_day_words({ date: day, time }),
					telling.rules.tellsChanges ? m.notice_teacher_day_later() : '',
				]
					.filter(Boolean)
					.join(' '),
			},
			{ kind: 'rows', title: day, rows: turns.map((turn) => turnRow(turn, telling)) },
		],
	});
}

/** One thing that is not as the reader knew it. */
interface ChangedTurn {
	readonly was: AppointmentState | null;
	readonly is: AppointmentState | null;
}

/** What the act changed for this reader, as far as it still is so. */
async function changesFor({
	writing: { app, row },
	telling,
	reader,
}: Told): Promise<ChangedTurn[]> {
	const [done] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	if (!done) return [];
	const { before, after } = touchedStates(done);
	const isOwn = async (state: AppointmentState | undefined) =>
		state !== undefined &&
		stands(state) &&
		(await peopleOf(app.db, telling, [state])).has(reader.id);
	const ids = [...new Set([...before, ...after].map(({ id }) => id))];
	const changes = await Promise.all(
		ids.map(async (id) => {
			const [was, is] = [before, after].map((states) => states.find((state) => state.id === id));
			const [own, now] = [(await isOwn(was)) ? was! : null, (await isOwn(is)) ? is! : null];
			return own || now ? [{ was: own, is: now }] : [];
		}),
	);
	return changes
		.flat()
		.filter(({ is }) => row.kind !== 'teacher-asked' || is?.standing === 'asked');
}

async function changeWording(told: Told, changes: readonly ChangedTurn[]): Promise<Written> {
	const { writing, telling, reader } = told;
	const { zone } = telling;
	const { app, row } = writing;
	const first = (changes[0]!.is ?? changes[0]!.was)!;
	const { date } = localOf(first.start, zone);
	const families = await familyNames(app, changes);
	const day = dateWords(first.start, zone);
	const rest = (await personDay(app, telling, reader.id, date)).filter(
		({ end }) => end > app.clock.now(),
	);
	const isAsked = row.kind === 'teacher-asked';
	const names = listWords([...new Set(changes.map((change) => nameIn(families, change)))]);
	return worded(told, {
		subject: isAsked
			? m.notice_teacher_asked({ family: names })
			: m.notice_teacher_changed({ date: day }),
		parts: [
			{
				kind: 'words',
				text: isAsked ? m.notice_teacher_asked_words() : m.notice_teacher_changed_words(),
			},
			{ kind: 'rows', title: '', rows: changes.map((one) => changeRow(one, families, zone)) },
			...(isAsked || rest.length === 0
				? []
				: [
						{
							kind: 'rows' as const,
							title: m.notice_teacher_rest({ date: day }),
							rows: rest.map((turn) => turnRow(turn, telling)),
						},
					]),
		],
	});
}

function changeRow(
	change: ChangedTurn,
	families: ReadonlyMap<string, string>,
	zone: string,
): WordingRow {
	const { was, is } = change;
	const shown = (is ?? was)!;
	const moved = was && is && was.start !== is.start;
	const note = () => {
		if (!is) return m.notice_turn_gone();
		if (moved) return m.notice_was({ moment: momentWords(was.start, zone) });
		if (is.standing === 'asked') return m.notice_turn_asked();
		return was ? m.notice_turn_accepted() : m.notice_turn_new();
	};
	return {
		time: `${timeWords(shown.start, zone)}–${timeWords(shown.end, zone)}`,
		what: nameIn(families, change),
		where: dateWords(shown.start, zone),
		link: null,
		note: note(),
	};
}

const nameIn = (families: ReadonlyMap<string, string>, { was, is }: ChangedTurn): string =>
	families.get((is ?? was)!.family) ?? '';

async function familyNames(
	{ db }: App,
	changes: readonly ChangedTurn[],
): Promise<ReadonlyMap<string, string>> {
	const ids = changes.map(({ was, is }) => (is ?? was)!.family);
	const rows = await db
		.select()
		.from(family)
		.where(inArray(family.id, ids as (typeof family.$inferSelect.id)[]));
	return new Map(rows.map(({ id, label }) => [id, label ?? '']));
}

function turnRow(
	{ start, end, desk, interprets, seated }: PersonTurn,
	{ zone }: Pick<ConferenceTelling, 'zone'>,
): WordingRow {
	const { students, adults, place, interpreting, stepFree, standing } = seated;
	const children = listWords(students.map(studentWords));
	return {
		time: `${timeWords(start, zone)}–${timeWords(end, zone)}`,
		what: interprets ? m.notice_turn_interprets({ desk, children }) : children,
		where: placeWords({ kind: place.kind, name: place.name, buildingName: place.building }),
		link: null,
		note: [
			listWords(adults),
			standing === 'asked' ? m.notice_turn_asked() : '',
			interpreting ? m.notice_turn_language(interpretingWords(interpreting)) : '',
			stepFree ? m.notice_turn_step_free() : '',
			...seated.said.map((one) => m.notice_turn_said(saidWords(one))),
		]
			.filter(Boolean)
			.join(' · '),
	};
}

const saidWords = ({ question, value }: SaidAnswer) => ({ question, answer: answerText(value) });

const interpretingWords = ({
	language,
	name,
}: NonNullable<PersonTurn['seated']['interpreting']>): { language: string; name: string } => ({
	language,
	name: name ?? m.notice_turn_nobody(),
});

const worded = (
	{ writing, telling, reader }: Told,
	{ subject, parts }: { readonly subject: string; readonly parts: readonly WordingPart[] },
): Written => ({
	wording: {
		subject,
		school: writing.school.name,
		parts: [
			{ kind: 'words', text: m.notice_greeting({ name: reader.name }) },
			...parts,
			{ kind: 'way', text: m.notice_to_day(), link: reader.page },
			footOf(writing, telling.name),
		],
	},
});
