import { fittingText } from '$lib/core/sharing/text-message';
import type { Phase } from '$lib/core/conferences/phase';
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
	readonly phase: Phase;
	/** Where families type their code, or ask for a lost link. */
	readonly address: string;
	/** Whether anybody may come by that address; otherwise one needs a letter or a known e-mail address. */
	readonly isOpen: boolean;
	/** Milliseconds. */
	readonly now: number;
}

/** Words for one way to reach families. */
export interface WordsToSend {
	readonly subject?: string;
	readonly text: string;
}

/** Whether one can book, and the moments of booking that are ahead: sentences, none or more. */
export function bookingTexts({
	conference,
	phase,
	now,
}: Pick<SharedFacts, 'conference' | 'phase' | 'now'>): string[] {
	const { opensAt, closesAt, timeZone } = conference;
	const texts: string[] = [];
	if (phase === 'open') texts.push(m.share_is_open());
	if (opensAt !== null && opensAt > now)
		texts.push(m.letter_opens({ moment: momentText(opensAt, timeZone) }));
	if (closesAt !== null && closesAt > now)
		texts.push(m.letter_closes({ moment: momentText(closesAt, timeZone) }));
	return texts;
}

/** What it is about, and when. */
function aboutText(facts: SharedFacts): string {
	const dates = listText(facts.dates.map((date) => localDateText(date)));
	return [m.share_when({ conference: facts.conference.name, dates }), ...bookingTexts(facts)].join(
		' ',
	);
}

export function wordsForEmail(facts: SharedFacts): WordsToSend {
	const { school, conference, address } = facts;
	return {
		subject: m.share_email_subject({ conference: conference.name }),
		text: [
			m.share_email_greeting(),
			aboutText(facts),
			facts.isOpen ? m.share_email_open({ address }) : m.share_email_how({ address }),
			school.telephone === null
				? m.share_email_ask()
				: m.share_email_call({ telephone: school.telephone }),
			school.name,
		].join('\n\n'),
	};
}

export function wordsForApp(facts: SharedFacts): WordsToSend {
	const { address, isOpen } = facts;
	const how = isOpen ? m.share_email_open({ address }) : m.share_app_how({ address });
	return { text: `${aboutText(facts)} ${how}` };
}

/** One text message if there is a wording that fits into one. */
export function wordsForTextMessage({
	school,
	conference,
	dates,
	address,
	isOpen,
}: SharedFacts): WordsToSend {
	const on = listText(dates.map((date) => localDateText(date, 'short')));
	const given = { school: school.name, conference: conference.name, dates: on, address };
	const [long, middle, short] = isOpen
		? [m.share_open_long, m.share_open_middle, m.share_open_short]
		: [m.share_message_long, m.share_message_middle, m.share_message_short];
	return { text: fittingText([long(given), middle(given), short(given)]) };
}
