import { describe, expect, it } from 'vitest';
import { OpenStreams, streamsThatFit, type StreamTicket } from '$lib/server/live/open-streams';

const ticket = (invitation: string, address: string): StreamTicket => ({
	grounds: [`invitation:${invitation}`, 'adult:a'],
	address,
	until: null,
});

describe('open streams', () => {
	it('are so many of a visitor, of an address and of a process, and no more', () => {
		const streams = new OpenStreams({ visitor: 3, address: 4, process: 5 });
		const open = (invitation: string, address: string) => {
			const asked = {
				...ticket(invitation, address),
				grounds: [`invitation:${invitation}` as const],
			};
			const refusal = streams.refusal(asked);
			return refusal ?? streams.add(asked, () => {});
		};
		const forget = open('a', 'school');
		expect([open('a', 'school'), open('a', 'school')].map((one) => typeof one)).toEqual([
			...['function', 'function'],
		]);
		expect(open('a', 'home')).toBe('visitor');
		expect(typeof open('b', 'school')).toBe('function');
		expect(open('c', 'school')).toBe('address');
		expect(typeof open('c', 'home')).toBe('function');
		expect(open('d', 'elsewhere')).toBe('process');
		if (typeof forget === 'function') forget();
		expect(typeof open('d', 'school')).toBe('function');
	});

	it('end with what they stand on, each once', () => {
		const streams = new OpenStreams({ visitor: 9, address: 9, process: 9 });
		const ended: string[] = [];
		for (const invitation of ['x', 'y'])
			streams.add(ticket(invitation, 'here'), () => ended.push(invitation));
		streams.endThoseOn('invitation:x');
		streams.endThoseOn('invitation:x');
		streams.endThoseOn('session:x');
		expect(ended).toEqual(['x']);
		streams.endThoseOn('adult:a');
		streams.endAll();
		expect(ended).toEqual(['x', 'y']);
	});

	it('of a process are never more than its file handles allow', () => {
		expect(streamsThatFit(10)).toBe(10);
		expect(streamsThatFit(Number.MAX_SAFE_INTEGER)).toBeLessThan(Number.MAX_SAFE_INTEGER);
	});
});
