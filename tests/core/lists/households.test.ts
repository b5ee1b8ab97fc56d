import { describe, expect, it } from 'vitest';
import { pairKey, proposeHouseholds, type HouseholdAdult } from '$lib/core/register/households';

const adult = (
	id: string,
	students: string,
	facts: Partial<HouseholdAdult> = {},
): HouseholdAdult => ({
	id,
	familyName: `Name ${id}`,
	email: null,
	telephone: null,
	address: null,
	household: null,
	...facts,
	students: new Set(students.split(' ')),
});
const shape = (adults: HouseholdAdult[], answers?: ReadonlyMap<string, boolean>) => {
	const { households, doubts } = proposeHouseholds(adults, answers);
	return {
		homes: households.map((members) => [...members].sort().join('+')).sort(),
		doubts: doubts.map(({ a, b, together }) => `${a}${together ? '+' : '|'}${b}`),
	};
};
const HERE = { address: '1 Quay Street' };
const THERE = { address: '9 Kelp Road' };

// Common practice, no source: what a school office would say of such adults.
describe('households of adults who share a student', () => {
	it.each<[string, HouseholdAdult[], string[], string[]]>([
		['one adult', [adult('a', 's')], ['a'], []],
		['the same address', [adult('a', 's', HERE), adult('b', 's', HERE)], ['a+b'], []],
		[
			'the same address, written otherwise',
			[adult('a', 's', HERE), adult('b', 's', { address: '1, QUAY street.' })],
			['a+b'],
			[],
		],
		['two addresses', [adult('a', 's', HERE), adult('b', 's', THERE)], ['a', 'b'], []],
		[
			'the same e-mail',
			[adult('a', 's', { email: 'x@y.example' }), adult('b', 's t', { email: 'X@y.example' })],
			['a+b'],
			[],
		],
		[
			'the same telephone',
			[
				adult('a', 's', { telephone: '+1 902 555 1000' }),
				adult('b', 's t', { telephone: '(1) 902-555-1000' }),
			],
			['a+b'],
			[],
		],
		[
			'the list’s own household',
			[adult('a', 's', { household: '7', ...HERE }), adult('b', 's', { household: '7', ...THERE })],
			['a+b'],
			[],
		],
		[
			'two households of the list',
			[adult('a', 's', { household: '7' }), adult('b', 's', { household: '8' })],
			['a', 'b'],
			[],
		],
		[
			'one family name, nothing else known',
			[adult('a', 's', { familyName: 'Iwobi' }), adult('b', 's', { familyName: 'Iwobi' })],
			['a+b'],
			[],
		],
		[
			'two names, the same children: together, but asked',
			[adult('a', 's t'), adult('b', 's t')],
			['a+b'],
			['a+b'],
		],
		[
			'two names, other children as well: apart, but asked',
			[adult('a', 's t'), adult('b', 's')],
			['a', 'b'],
			['a|b'],
		],
		[
			'two couples of one child',
			[
				adult('a', 's t', { familyName: 'Wren', ...HERE }),
				adult('b', 's t', { familyName: 'Wren', ...HERE }),
				adult('c', 's', { familyName: 'Pyo', ...THERE }),
				adult('d', 's', { familyName: 'Pyo', ...THERE }),
			],
			['a+b', 'c+d'],
			[],
		],
		[
			'adults of different children',
			[adult('a', 's', HERE), adult('b', 't', THERE)],
			['a', 'b'],
			[],
		],
	])('%s', (_, adults, homes, doubts) => {
		expect(shape(adults)).toEqual({ homes, doubts });
	});

	it('an answer settles a doubt, and nothing else', () => {
		const pair = [adult('a', 's'), adult('b', 's')];
		expect(shape(pair, new Map([[pairKey('b', 'a'), false]])).homes).toEqual(['a', 'b']);
		const known = [adult('a', 's', HERE), adult('b', 's', HERE)];
		expect(shape(known, new Map([[pairKey('a', 'b'), false]])).homes).toEqual(['a+b']);
	});
});
