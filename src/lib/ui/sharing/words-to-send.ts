import { fittingText } from '$lib/core/sharing/text-message';
import type { LocalDate } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { listText, localDateText, momentText } from '../parts/format/when';

/** What a school's own words to its families are made of. */
export interface SharedFacts {
	readonly school: { readonly name: string; readonly telephone: string | null };
	readonly conference: {
		readonly name: string;
		readonly timeZone: string;
		readonly opensAt: number | null;
		readonly closesAt: number | null;
	};
	readonly dates: readonly LocalDate[];
	/** Where families type their code, or ask for a lost link. */
	readonly address: string;
	/** Milliseconds. */
	readonly now: number;
}

/** Words for one way to reach families. */
export interface WordsToSend {
	readonly subject?: string;
	readonly text: string;
}

/** When booking opens, where that is ahead, and when it closes: sentences, none or more. */
function bookingText({ conference, now }: SharedFacts): string {
	const { opensAt, closesAt, timeZone } = conference;
	return [
		opensAt !== null && opensAt > now
			? m.letter_opens({ moment: momentText(opensAt, timeZone) })
			: m.share_is_open(),
		closesAt === null ? '' : m.letter_closes({ moment: momentText(closesAt, timeZone) }),
	]
		.filter(Boolean)
		.join(' ');
}

export function wordsForEmail(facts: SharedFacts): WordsToSend {
	const { school, conference, dates, address } = facts;
	const on = listText(dates.map((date) => localDateText(date)));
	return {
		subject: m.share_email_subject({ conference: conference.name }),
		text: [
			m.share_email_greeting(),
			`${m.share_when({ conference: conference.name, dates: on })} ${bookingText(facts)}`,
			m.share_email_how({ address }),
			school.telephone === null
				? m.share_email_ask()
				: m.share_email_call({ telephone: school.telephone }),
			school.name,
		].join('\n\n'),
	};
}

export function wordsForApp(facts: SharedFacts): WordsToSend {
	const { conference, dates, address } = facts;
	const on = listText(dates.map((date) => localDateText(date)));
	return {
		text: [
			m.share_when({ conference: conference.name, dates: on }),
			bookingText(facts),
			m.share_app_how({ address }),
		].join(' '),
	};
}

/** One text message if there is a wording that fits into one. */
export function wordsForTextMessage({
	school,
	conference,
	dates,
	address,
}: SharedFacts): WordsToSend {
	const on = listText(dates.map((date) => localDateText(date, 'short')));
	const given = { school: school.name, conference: conference.name, dates: on, address };
	return {
		text: fittingText([
			m.share_message_long(given),
			m.share_message_middle(given),
			m.share_message_short(given),
		]),
	};
}
