import { m } from '$lib/paraglide/messages';
import type { NoticeKind } from '../../../core/notices/kinds';
import type { WordingPart } from '../../../core/notices/wording';
import type { Writing, Written } from './writing';
import { toldAdult, type ToldAdult } from './told-adult';
import { dayWords, footOf, listWords, momentWords } from './visit-words';

/** What a family is invited to, with its way in; or that it has not booked yet. */
export async function invitationWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const told = await toldAdult(app, row);
	if (!told) return { reason: 'over' };
	const { view, name, page, hears } = told;
	const children = view.students.filter(({ id }) => hears([id]));
	if (children.length === 0) return { reason: 'not-told' };
	const isInvitation = row.kind === 'invited';
	const isOver = view.notBookable !== null && view.notBookable.code !== 'not-open-yet';
	if (isOver || (!isInvitation && view.appointments.length > 0)) return { reason: 'over' };
	const { conference } = view;
	const facts = {
		conference: conference.name,
		dates: listWords(view.dates.map(dayWords)),
		school: school.name,
	};
	return {
		wording: {
			subject: subjectOf(row.kind, facts),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name }) },
				{
					kind: 'words',
					text: openingOf(row.kind, {
						...facts,
						children: listWords(children.map(({ name }) => name)),
					}),
				},
				...windowParts(told, app.clock.now()),
				...(conference.words ? [{ kind: 'words' as const, text: conference.words }] : []),
				{ kind: 'way', text: m.notice_to_choose(), link: page },
				{ kind: 'quiet', text: m.notice_invited_note() },
				footOf(writing, conference.name),
			],
		},
	};
}

type Facts = Readonly<Record<'conference' | 'dates' | 'school', string>>;

function subjectOf(kind: NoticeKind, facts: Facts): string {
	if (kind === 'opened') return m.notice_opened(facts);
	return kind === 'invited' ? m.notice_invited(facts) : m.notice_not_booked(facts);
}

function openingOf(kind: NoticeKind, facts: Facts & { readonly children: string }): string {
	if (kind === 'opened') return m.notice_opened_words(facts);
	return kind === 'invited' ? m.notice_invited_words(facts) : m.notice_not_booked_words(facts);
}

/** When one can book, as far as that is set. */
function windowParts({ view: { conference } }: ToldAdult, now: number): WordingPart[] {
	const { opensAt, closesAt, timeZone } = conference;
	const opens = opensAt !== null && opensAt > now ? momentWords(opensAt, timeZone) : null;
	const closes = closesAt === null ? null : momentWords(closesAt, timeZone);
	const text = [
		opens ? m.notice_window_opens({ opens }) : '',
		closes ? m.notice_window_closes({ closes }) : '',
	]
		.filter(Boolean)
		.join(' ');
	return text ? [{ kind: 'words', text }] : [];
}
