import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

function plan(input: unknown, ...flags: string[]) {
	return spawnSync('bin/plan', flags, {
		input: typeof input === 'string' ? input : JSON.stringify(input),
		encoding: 'utf8',
	});
}

const desk = (part: object = {}) => ({
	id: 'd1',
	place: 'p1',
	capacity: 1,
	slots: [
		[960, 970],
		[970, 980],
	],
	...part,
});
const request = (part: object = {}) => ({
	id: 'r1',
	student: 's1',
	desks: ['d1'],
	weight: 5,
	must: false,
	...part,
});
const family = (part: object = {}) => ({
	id: 'f1',
	pause: 0,
	adults: 1,
	split: false,
	requests: [request()],
	...part,
});
const instance = (part: object = {}) => ({
	format: 'visit-instance/1',
	desks: [desk()],
	travel: [],
	families: [family()],
	...part,
});

describe('bin/plan', () => {
	it('prints the best visit, and with --alternatives the others', () => {
		const two = instance({
			desks: [
				desk(),
				desk({
					id: 'd2',
					place: 'p2',
					slots: [
						[960, 970],
						[972, 982],
						[983, 993],
					],
				}),
			],
			travel: [{ from: 'p1', to: 'p2', minutes: 3 }],
			families: [family({ requests: [request(), request({ id: 'r2', desks: ['d2'] })] })],
		});
		const best = [
			{ family: 'f1', request: 'r1', desk: 'd1', slot: [970, 980] },
			{ family: 'f1', request: 'r2', desk: 'd2', slot: [983, 993] },
		];
		expect(JSON.parse(plan(two).stdout)).toEqual({ placed: best });
		const { placed, alternatives } = JSON.parse(plan(two, '--alternatives').stdout);
		expect(placed).toEqual(best);
		expect(alternatives.length).toBeGreaterThanOrEqual(2);
	});

	it('plans for the first family only, and names the adult where two may divide', () => {
		const split = instance({
			families: [family({ split: true, adults: 2 }), family({ id: 'f2' })],
		});
		expect(JSON.parse(plan(split).stdout)).toEqual({
			placed: [{ family: 'f1', request: 'r1', desk: 'd1', slot: [960, 970], adult: 0 }],
		});
	});

	it('lets two adults divide, and names going together as another way', () => {
		const divided = instance({
			desks: [desk(), desk({ id: 'd2', place: 'p2', slots: [[960, 970]] })],
			families: [
				family({
					split: true,
					adults: 2,
					requests: [request({ desks: ['d1'] }), request({ id: 'r2', desks: ['d2'] })],
				}),
			],
		});
		const { placed, alternatives } = JSON.parse(plan(divided, '--alternatives').stdout);
		expect(placed.map(({ slot }: { slot: number[] }) => slot)).toEqual([
			[960, 970],
			[960, 970],
		]);
		expect(placed.map(({ adult }: { adult: number }) => adult).sort()).toEqual([0, 1]);
		expect(alternatives[0]).toMatchObject({
			name: 'shortest',
			placed: [{ adult: 0 }, { adult: 0 }],
		});
	});

	it.each([
		['no JSON', '{', 'not JSON'],
		['another format', instance({ format: 'visit-instance/2' }), 'format'],
		['no family', instance({ families: [] }), 'families'],
		[
			'half a minute',
			instance({ desks: [desk({ slots: [[960.5, 970]] })] }),
			'desks[0].slots[0][0]',
		],
		[
			'a slot that ends before it starts',
			instance({ desks: [desk({ slots: [[970, 960]] })] }),
			'desks[0].slots[0]',
		],
		[
			'a slot over midnight',
			instance({ desks: [desk({ slots: [[1430, 1450]] })] }),
			'desks[0].slots[0]',
		],
		[
			'an unknown desk',
			instance({ families: [family({ requests: [request({ desks: ['d9'] })] })] }),
			'families[0].requests[0].desks[0]',
		],
		[
			'a request twice',
			instance({ families: [family({ requests: [request(), request()] })] }),
			'families[0].requests[1].id',
		],
		[
			'a negative weight',
			instance({ families: [family({ requests: [request({ weight: -1 })] })] }),
			'families[0].requests[0].weight',
		],
	])('refuses %s with one sentence that names the field', (_, input, field) => {
		const { status, stdout, stderr } = plan(input);
		expect([status, stdout]).toEqual([2, '']);
		expect(stderr).toContain(field);
		expect(stderr.trim().split('\n')).toHaveLength(1);
	});

	it('refuses an unknown option', () => {
		expect(plan(instance(), '--quick')).toMatchObject({ status: 2 });
	});
});
