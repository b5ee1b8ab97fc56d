import { describe, expect, it } from 'vitest';
import { contradictionsOf, type RuledConference } from '$lib/core/rules/contradictions';
import { usualRules, type Rules } from '$lib/core/snapshot/rules';
import { typedDate } from '$lib/core/time/local-of';

const at = (text: string) => Date.parse(`${text}Z`);
const plain: RuledConference = {
	rules: usualRules,
	opensAt: at('2026-11-20T13:00'),
	closesAt: at('2026-12-02T21:00'),
	timeZone: 'America/Halifax',
	dates: [typedDate('2026-12-03'), typedDate('2026-12-04')],
	lastStart: at('2026-12-04T23:50'),
};

describe('rules of a conference', () => {
	it.each<[what: string, rules: Partial<Rules>, facts: Partial<RuledConference>, found: string[]]>([
		['are sound as they come', {}, {}, []],
		[
			'are sound without any moment or date',
			{},
			{ opensAt: null, closesAt: null, dates: [], lastStart: null },
			[],
		],
		['let some in two days early', { earlyOpensAt: at('2026-11-18T13:00') }, {}, []],
		[
			'let some in early at the moment of all',
			{ earlyOpensAt: at('2026-11-20T13:00') },
			{},
			['earlyOpensAt early-is-not-early'],
		],
		[
			'let some in early where all are let in at once',
			{ earlyOpensAt: at('2026-11-18T13:00') },
			{ opensAt: null },
			['earlyOpensAt early-is-not-early'],
		],
		['end with the first day', { furthestDate: typedDate('2026-12-03') }, {}, []],
		[
			'end before the first day',
			{ furthestDate: typedDate('2026-12-02') },
			{},
			['furthestDate furthest-before-first'],
		],
		['reach the first day on the last day of booking', { rollingDays: 1 }, {}, []],
		['never reach it', { rollingDays: 0 }, {}, ['rollingDays closes-before-reach']],
		['reach it where booking does not end', { rollingDays: 0 }, { closesAt: null }, []],
		[
			'end a minute before the opening',
			{ latestMinutes: 60 },
			{ opensAt: at('2026-12-04T22:51') },
			['opensAt opens-too-late'],
		],
		['leave a minute', { latestMinutes: 60 }, { opensAt: at('2026-12-04T22:49') }, []],
		[
			'give a family less than a child',
			{ perFamily: 3, perStudent: 4 },
			{},
			['perFamily family-below-student'],
		],
		['give a family as much as a child', { perFamily: 4, perStudent: 4 }, {}, []],
	])('%s', (_, rules, facts, found) => {
		const conference = { ...plain, ...facts, rules: { ...usualRules, ...rules } };
		expect(contradictionsOf(conference).map(({ rule, code }) => `${rule} ${code}`)).toEqual(found);
	});
});
