import type { AttemptLimit } from './attempts';
import { knownDevice, networkOf, type Client } from './clients';

const MINUTE = 60;
const QUARTER_OF_AN_HOUR = 15 * MINUTE;

/** One client over all names. A whole school may share an address: many slips are nobody's guessing. */
const ofClient = (client: Client): AttemptLimit => ({
	name: `client:${networkOf(client)}`,
	free: 60,
	longestWait: QUARTER_OF_AN_HOUR,
	keeps: true,
});

/**
 * What holds up guesses of a password. A device from which somebody has signed in with this address is
 * counted by itself: strangers who guess do not keep its people out. Others are counted by account and
 * client, by client, and by account from all of them; the last only slows, so that it shuts nobody out.
 */
export function signInLimits(key: string, email: string, client: Client): AttemptLimit[] {
	const device = knownDevice(key, email, client);
	if (device !== null)
		return [{ name: `device:${device}`, free: 10, longestWait: QUARTER_OF_AN_HOUR }];
	return [
		{ name: `sign-in:${email} ${networkOf(client)}`, free: 5, longestWait: QUARTER_OF_AN_HOUR },
		ofClient(client),
		{ name: `sign-in:${email}`, free: 30, longestWait: MINUTE },
	];
}

/** What holds up guesses of a second factor by who knows the password; `null`: nobody has given one. */
export function codeLimits(
	key: string,
	who: { readonly id: string; readonly email: string } | null,
	client: Client,
): AttemptLimit[] {
	if (who === null) return [ofClient(client)];
	const device = knownDevice(key, who.email, client);
	return device === null
		? [
				{ name: `second-factor:${who.id}`, free: 5, longestWait: QUARTER_OF_AN_HOUR },
				ofClient(client),
			]
		: [{ name: `second-factor:${who.id} ${device}`, free: 5, longestWait: QUARTER_OF_AN_HOUR }];
}

/** What holds up guesses of a password, or of a code, by who sits at somebody's open session. */
export const passwordAgain = (accountId: string): AttemptLimit[] => [
	{ name: `again:${accountId}`, free: 5, longestWait: QUARTER_OF_AN_HOUR },
];

/** The code for setting the school up cannot be guessed; whoever tries is held up all the same. */
export const setUpLimits = (client: Client): AttemptLimit[] => [
	{ name: `set-up:${networkOf(client)}`, free: 10, longestWait: QUARTER_OF_AN_HOUR },
];

/** What holds up messages to who forgot a password, so that nobody's letterbox is filled. */
export const forgotLimits = (email: string, client: Client): AttemptLimit[] => [
	{ name: `forgot:${email}`, free: 3, longestWait: QUARTER_OF_AN_HOUR },
	ofClient(client),
];

/**
 * What holds up guesses of a family's code: by client (a school's network is one address, so many slips are
 * nobody's guessing), and over all clients, which only slows: nobody can keep others out.
 */
export const familyCodeLimits = (client: Client): AttemptLimit[] => [
	{
		name: `family-code:${networkOf(client)}`,
		free: 30,
		longestWait: QUARTER_OF_AN_HOUR,
		keeps: true,
	},
	{ name: 'family-code', free: 300, longestWait: 2, keeps: true },
];

/** What holds up reports of lost links, whether the address is known or not. */
export const lostLinkLimits = (email: string, client: Client): AttemptLimit[] => [
	{ name: `lost-link:${email}`, free: 3, longestWait: QUARTER_OF_AN_HOUR },
	{ name: `lost-link-client:${networkOf(client)}`, free: 30, longestWait: QUARTER_OF_AN_HOUR },
];

/** What holds up messages to addresses that an adult says are its own. */
export const emailProofLimits = (adult: string): AttemptLimit[] => [
	{ name: `email-proof:${adult}`, free: 4, longestWait: QUARTER_OF_AN_HOUR },
];

/**
 * What holds up messages to people who come by an open link: for each address, by client, and over all. The last two
 * only slow: on an open evening a whole school may share one network.
 */
export const newcomerLimits = (email: string, client: Client): AttemptLimit[] => [
	{ name: `newcomer:${email}`, free: 3, longestWait: QUARTER_OF_AN_HOUR },
	{ name: `newcomer-client:${networkOf(client)}`, free: 30, longestWait: MINUTE },
	{ name: 'newcomer', free: 600, longestWait: 2 },
];

/** What holds up guesses of short addresses: a code has nine signs, and a whole school may share a network. */
export const shortLinkLimits = (client: Client): AttemptLimit[] => [
	{
		name: `short-link:${networkOf(client)}`,
		free: 60,
		longestWait: QUARTER_OF_AN_HOUR,
		keeps: true,
	},
];
