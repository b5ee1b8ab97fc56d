// How somebody is told, and what a mail server says of what it could not deliver. The reports are those of RFC 3464,
// appendix E, from memory, with other hosts.
import { describe, expect, it } from 'vitest';
import { isForGood, isLost, readDeliveryStatus } from '$lib/core/notices/delivery-status';
import { reachedBy, whyNoEmail, type Reachable } from '$lib/core/notices/reached-by';

const known: Reachable = {
	email: 'a@post.example',
	emailRefused: null,
	telephone: '902 555 0100',
	channel: 'email',
};

describe('an adult', () => {
	it.each<[what: string, Partial<Reachable>, ReturnType<typeof whyNoEmail>, string]>([
		['reads e-mail', {}, null, 'email'],
		['gets e-mail instead of texts', { channel: 'text' }, null, 'email'],
		['has no address', { email: null }, 'no-address', 'telephone'],
		['has nothing at all', { email: null, telephone: null }, 'no-address', 'letter'],
		[
			'has an address that takes nothing',
			{ emailRefused: 'a@post.example' },
			'refused',
			'telephone',
		],
		['has another address since then', { emailRefused: 'b@post.example' }, null, 'email'],
		['would rather be called', { channel: 'telephone' }, 'wants-call', 'telephone'],
		['cannot be called', { channel: 'telephone', telephone: null }, null, 'email'],
		['would rather have letters', { channel: 'paper' }, 'wants-letter', 'letter'],
	])('%s', (_, facts, why, by) => {
		expect(whyNoEmail({ ...known, ...facts })).toBe(why);
		expect(reachedBy({ ...known, ...facts })).toBe(by);
	});
});

describe('a delivery status', () => {
	it('of one recipient that failed after many tries', () => {
		const [only, ...others] = readDeliveryStatus(
			[
				'Reporting-MTA: dns; mta.example',
				'',
				'Original-Recipient: rfc822;louis@larry.example',
				'Final-Recipient: rfc822;louis@larry.example',
				'Action: failed',
				'Status: 4.0.0',
				'Diagnostic-Code: smtp; 426 connection timed out',
				'Last-Attempt-Date: Thu, 7 Jul 1994 17:15:49 -0400',
				'',
			].join('\r\n'),
		);
		expect(others).toEqual([]);
		expect(only).toEqual({ action: 'failed', status: '4.0.0' });
		expect([isLost(only!), isForGood(only!)]).toEqual([true, false]);
	});

	it('of several recipients, each with its own fate', () => {
		const all = readDeliveryStatus(
			[
				'Reporting-MTA: dns; mta.example',
				'',
				'Original-Recipient: rfc822;arathi@gateway.example',
				'Final-Recipient: rfc822;arathi@gateway.example',
				'Action: failed',
				'Status: 5.0.0 (permanent failure)',
				'Diagnostic-Code: smtp;',
				" 550 'arathi@GATEWAY.EXAMPLE' is not a registered gateway user",
				'Remote-MTA: dns; gateway.example',
				'',
				'Original-Recipient: rfc822;john@late.example',
				'Final-Recipient: rfc822;john@late.example',
				'Action: delayed',
				'Status: 4.0.0 (late.example: host name lookup failure)',
			].join('\n'),
		);
		expect(all).toEqual([
			{ action: 'failed', status: '5.0.0' },
			{ action: 'delayed', status: '4.0.0' },
		]);
		expect(all.map(isLost)).toEqual([true, false]);
		expect(all.map(isForGood)).toEqual([true, false]);
	});

	it.each([
		[
			'with a comment',
			'Action: (alas) FAILED\nStatus: 5.1.1',
			{ action: 'failed', status: '5.1.1' },
		],
		['without a status', 'Action: failed', { action: 'failed', status: '' }],
	])('%s', (_, group, told) => {
		expect(readDeliveryStatus(`Reporting-MTA: dns; a.example\n\n${group}\n`)).toEqual([told]);
	});

	it('of no recipient tells nothing', () => {
		expect(readDeliveryStatus('Dear sir,\n\nI am away until Monday.')).toEqual([]);
	});
});
