import { findClashes } from '../clashes/find-clashes';
import { groupBy } from '../group-by';
import { isWebLink } from '../links/web-link';
import { contradictionsOf } from '../rules/contradictions';
import type { Hours } from '../slots/hours';
import { finding, foundAbout, type Finding } from './finding';
import type { ReadinessFacts, ReadyVideo } from './readiness-facts';

/** Hours before this, or after that, are more likely a slip than meant: common practice, no source. */
const EARLIEST = 7 * 60;
const LATEST = 22 * 60;

/** What is missing or odd in the conference itself, its desks and their places. */
export function setUpFindings(facts: ReadinessFacts): Finding[] {
	const { desks, videos, hours } = facts;
	const idsOf = (chosen: readonly { readonly id: string }[]) => chosen.map(({ id }) => id);
	return [
		...ofRules(facts),
		...ofOpening(facts),
		...(desks.length ? [] : [finding('no-desks', 'desk', [])]),
		...foundAbout('no-times', 'desk', idsOf(desks.filter(({ hasTimes }) => !hasTimes))),
		...foundAbout('no-place', 'desk', idsOf(desks.filter(({ lacksPlace }) => lacksPlace))),
		...foundAbout(
			'bad-link',
			'desk',
			new Set(videos.filter(isWithoutDoor).map(({ desk }) => desk)),
		),
		...ofClashes(facts),
		...foundAbout('odd-hours', 'date', new Set(hours.filter(isOdd).map(({ date }) => date))),
		...ofHolidays(facts),
		...ofNobody(facts),
		...ofQuestions(facts),
	];
}

const isWithoutDoor = ({ link, isMade }: ReadyVideo): boolean =>
	link === null ? !isMade : !isWebLink(link);

const isOdd = ({ start, end }: Hours): boolean => start < EARLIEST || end > LATEST;

function ofRules({ snapshot, hours }: ReadinessFacts): Finding[] {
	const { conference, slots } = snapshot;
	return contradictionsOf({
		...conference,
		dates: [...new Set(hours.map(({ date }) => date))].sort(),
		lastStart: slots.at(-1)?.start ?? null,
	}).map(({ code }) => finding('rules-contradict', 'desk', [], { what: code }));
}

function ofOpening({ snapshot, now }: ReadinessFacts): Finding[] {
	const { opensAt, publishedAt, withdrawnAt } = snapshot.conference;
	const isSeen = publishedAt !== null && withdrawnAt === null;
	return opensAt !== null && opensAt <= now && !isSeen
		? [finding('opening-missed', 'desk', [], { numbers: { moment: opensAt } })]
		: [];
}

function ofClashes({ clashProblem }: ReadinessFacts): Finding[] {
	const clashes = groupBy(findClashes(clashProblem), ({ code }) => code);
	return [...clashes].flatMap(([what, list]) =>
		foundAbout('clash', 'desk', new Set(list.flatMap(({ desks }) => desks)), {
			what,
			numbers: { count: list.length },
		}),
	);
}

function ofHolidays({ hours, holidays }: ReadinessFacts): Finding[] {
	const dates = [...new Set(hours.map(({ date }) => date))].sort();
	return holidays.flatMap(({ from, to, name }) =>
		foundAbout(
			'on-holiday',
			'date',
			dates.filter((date) => from <= date && date <= to),
			{
				what: name,
			},
		),
	);
}

/** Desks with times at which no family is meant to sit down. */
function ofNobody({ desks, wishes }: ReadinessFacts): Finding[] {
	const wanted = new Set(wishes.flatMap(({ desks }) => desks));
	return foundAbout(
		'nobody-books',
		'desk',
		desks
			.filter(({ id, hasTimes, isForAll }) => hasTimes && !isForAll && !wanted.has(id))
			.map(({ id }) => id),
	);
}

/** Questions that nobody is asked, since no family is meant to come to their desks. */
function ofQuestions({ snapshot, desks, wishes }: ReadinessFacts): Finding[] {
	const wanted = new Set(wishes.flatMap(({ desks }) => desks));
	const forAll = new Set(desks.filter(({ isForAll }) => isForAll).map(({ id }) => id));
	return foundAbout(
		'question-unasked',
		'question',
		snapshot.questions
			.filter(({ desks }) => desks && !desks.some((id) => wanted.has(id) || forAll.has(id)))
			.map(({ id }) => id),
	);
}
