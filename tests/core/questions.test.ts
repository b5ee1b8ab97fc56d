import { expect, it } from 'vitest';
import { questionsAt, questionsFor, unanswered } from '$lib/core/questions/asked-questions';
import {
	faultsOfQuestions,
	readAnswer,
	tidyQuestion,
	type AnswerValue,
	type BookingQuestion,
} from '$lib/core/questions/booking-question';

const question = (id: string, more: Partial<BookingQuestion> = {}): BookingQuestion => ({
	id,
	kind: 'short',
	text: `${id}?`,
	choices: [],
	required: false,
	desks: null,
	...more,
});
const choice = question('choice', { kind: 'one', choices: ['tea', 'coffee'] });

it.each<[kind: Partial<BookingQuestion>, value: AnswerValue, read: unknown]>([
	[{ kind: 'short' }, '  by bus ', 'by bus'],
	[{ kind: 'short' }, '   ', null],
	[{ kind: 'short' }, 'a'.repeat(201), 'unfit'],
	[{ kind: 'long' }, 'a'.repeat(201), 'a'.repeat(201)],
	[{ kind: 'short' }, true, 'unfit'],
	[{ kind: 'one', choices: ['tea'] }, 'tea', 'tea'],
	[{ kind: 'one', choices: ['tea'] }, 'milk', 'unfit'],
	[{ kind: 'one', choices: ['tea'] }, '', null],
	[{ kind: 'several', choices: ['tea', 'milk'] }, ['milk', 'tea'], ['tea', 'milk']],
	[{ kind: 'several', choices: ['tea'] }, [], null],
	[{ kind: 'several', choices: ['tea'] }, ['milk'], 'unfit'],
	[{ kind: 'yes-no' }, false, false],
	[{ kind: 'yes-no' }, 'yes', 'unfit'],
])('an answer to %o: %o', (kind, value, read) => {
	expect(readAnswer(question('q', kind), value)).toEqual(read);
});

it.each<[wrong: Partial<BookingQuestion>, code: string]>([
	[{ text: '  ' }, 'no-text'],
	[{ kind: 'one', choices: ['tea', ' '] }, 'too-few-choices'],
	[{ kind: 'several', choices: ['tea', 'tea ', 'milk'] }, 'same-choices'],
	[{ desks: ['gone'] }, 'no-such-desk'],
	[{ desks: [] }, 'no-such-desk'],
])('what is wrong with %o', (wrong, code) => {
	const tidy = [question('fine', { desks: ['d'] }), question('wrong', wrong)].map(tidyQuestion);
	expect(faultsOfQuestions(tidy, new Set(['d']))).toEqual([{ question: 'wrong', code }]);
});

const all = [
	question('whole'),
	question('at d', { desks: ['d'] }),
	question('at e', { desks: ['e'] }),
];

it('the whole visit is asked about once, a desk’s question for each meeting there', () => {
	const meetings = [
		{ wish: 'one', desk: 'd' },
		{ wish: 'other', desk: 'd' },
	];
	expect(questionsFor(all, meetings)).toEqual([
		{ question: 'whole', wish: null },
		{ question: 'at d', wish: 'one' },
		{ question: 'at d', wish: 'other' },
	]);
	expect(questionsFor(all, [])).toEqual([]);
	const far = question('far', { desks: ['d', 'e'] });
	expect(questionsAt([...all, far], new Set(['e']))).toEqual([
		all[0],
		all[2],
		{ ...far, desks: ['e'] },
	]);
});

it('a required question waits for an answer; an earlier one is good, an empty one is none', () => {
	const must = question('must', { required: true });
	const asked = [
		{ question: 'must', wish: null },
		{ question: 'choice', wish: 'w' },
	];
	const open = (
		given: readonly [string, string | null, AnswerValue][],
		before = asked.slice(0, 0),
	) =>
		unanswered([must, choice], asked, {
			before,
			given: given.map(([question, wish, value]) => ({ question, wish, value })),
		}).map(({ question, why }) => `${question} ${why}`);
	expect(open([])).toEqual(['must missing']);
	expect(open([['must', null, 'said']])).toEqual([]);
	expect(open([['must', 'w', 'said elsewhere']])).toEqual(['must missing']);
	expect(open([], asked)).toEqual([]);
	expect(open([['must', null, ' ']], asked)).toEqual(['must missing']);
	expect(
		open([
			['must', null, 'said'],
			['choice', 'w', 'milk'],
		]),
	).toEqual(['choice unfit']);
});
