import { expect, it } from 'vitest';
import { reachOf, type AdultToReach } from '$lib/core/sharing/reach';

const adult = (family: string, change: Partial<AdultToReach> = {}): AdultToReach => ({
	family,
	email: 'a@b.example',
	emailRefused: null,
	telephone: null,
	channel: 'email',
	hasOpened: false,
	isWrittenTo: false,
	...change,
});

it.each<[string, AdultToReach[], string]>([
	['one of two opened the link', [adult('f'), adult('f', { hasOpened: true })], 'opened'],
	['one of two was written to', [adult('f', { isWrittenTo: true }), adult('f')], 'written'],
	['opened counts before written', [adult('f', { hasOpened: true, isWrittenTo: true })], 'opened'],
	['nobody was told', [adult('f')], 'untold'],
	[
		'one has an address, the other wants letters',
		[adult('f', { channel: 'paper' }), adult('f')],
		'untold',
	],
	['all want letters', [adult('f', { channel: 'paper' })], 'byHand'],
	['the address was refused', [adult('f', { emailRefused: 'a@b.example' })], 'byHand'],
	['nobody has an address', [adult('f', { email: null })], 'byHand'],
	['nobody is there', [], 'byHand'],
	['another family’s adult opened it', [adult('g', { hasOpened: true })], 'byHand'],
])('%s', (_, adults, counted) => {
	const none = { booked: 0, opened: 0, written: 0, untold: 0, byHand: 0 };
	expect(reachOf([{ id: 'f', hasBooked: false }], adults)).toEqual({
		families: 1,
		...none,
		[counted]: 1,
	});
});

it('who has booked knows of it, however; each family is counted once', () => {
	const families = [
		{ id: 'f', hasBooked: true },
		{ id: 'g', hasBooked: false },
	];
	const adults = [adult('f', { hasOpened: true }), adult('g'), adult('g', { isWrittenTo: true })];
	expect(reachOf(families, adults)).toEqual({
		families: 2,
		booked: 1,
		opened: 0,
		written: 1,
		untold: 0,
		byHand: 0,
	});
});
