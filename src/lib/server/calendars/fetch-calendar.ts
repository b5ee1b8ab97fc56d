import { lookup as resolveName, type LookupAddress } from 'node:dns';
import { request as requestHttp, type IncomingMessage } from 'node:http';
import { request as requestHttps } from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import { isPublicAddress } from './public-address';

export const LARGEST_CALENDAR = 5 * 1024 * 1024;
const TIME_LIMIT = 10_000;
const MOST_REDIRECTS = 4;

export type FetchFailure =
	| 'no-address'
	/** It leads into a private network. */
	| 'private'
	| 'unreachable'
	| 'too-slow'
	| 'too-large'
	/** The other side refused, or has nothing there. */
	| 'refused'
	| 'too-many-redirects';

export type Fetched =
	| { readonly ok: true; readonly text: string }
	| { readonly ok: false; readonly reason: FetchFailure };

class Refused extends Error {
	constructor(readonly reason: FetchFailure) {
		super(reason);
	}
}

export interface FetchRules {
	/** Addresses in private networks may be asked; for schools that keep their calendars in the house. */
	readonly allowPrivate: boolean;
	readonly timeLimit?: number;
	readonly largest?: number;
}

/** A calendar's address as it can be asked for: `webcal:` is the web. `null` when it is none. */
export function calendarAddress(text: string): URL | null {
	const spoken = text.trim().replace(/^webcals?:/i, 'https:');
	if (!URL.canParse(spoken)) return null;
	const url = new URL(spoken);
	return ['http:', 'https:'].includes(url.protocol) && url.hostname ? url : null;
}

/**
 * Reads a calendar from its address, within a time and a size, following a few redirects. What is
 * connected to is the very address that was looked at, so that a name cannot lead inside on second
 * asking.
 */
export async function fetchCalendar(text: string, rules: FetchRules): Promise<Fetched> {
	const first = calendarAddress(text);
	if (!first) return { ok: false, reason: 'no-address' };
	const stop = AbortSignal.timeout(rules.timeLimit ?? TIME_LIMIT);
	let url = first;
	try {
		for (let hops = 0; hops <= MOST_REDIRECTS; hops++) {
			const answer = await ask(url, rules, stop);
			const status = answer.statusCode ?? 0;
			if (status >= 300 && status < 400 && answer.headers.location) {
				answer.destroy();
				const next = calendarAddress(new URL(answer.headers.location, url).href);
				if (!next) throw new Refused('no-address');
				url = next;
				continue;
			}
			if (status !== 200) {
				answer.destroy();
				throw new Refused('refused');
			}
			return { ok: true, text: await readAll(answer, rules.largest ?? LARGEST_CALENDAR) };
		}
		return { ok: false, reason: 'too-many-redirects' };
	} catch (error) {
		if (error instanceof Refused) return { ok: false, reason: error.reason };
		return { ok: false, reason: stop.aborted ? 'too-slow' : 'unreachable' };
	}
}

function ask(
	url: URL,
	{ allowPrivate }: FetchRules,
	signal: AbortSignal,
): Promise<IncomingMessage> {
	const host = url.hostname.replace(/^\[|\]$/g, '');
	if (isIP(host) && !allowPrivate && !isPublicAddress(host)) throw new Refused('private');
	const lookup: LookupFunction = (name, options, answer) => {
		resolveName(name, { ...options, all: true }, (error, addresses) => {
			if (error) return answer(error, []);
			const list = addresses as LookupAddress[];
			if (!allowPrivate && !list.every(({ address }) => isPublicAddress(address)))
				return answer(new Refused('private'), []);
			const [first] = list;
			if (options.all) answer(null, list);
			else answer(null, first!.address, first!.family);
		});
	};
	const request = url.protocol === 'https:' ? requestHttps : requestHttp;
	return new Promise((resolve, reject) => {
		request(url, {
			lookup,
			signal,
			agent: false,
			headers: {
				accept: 'text/calendar',
				'accept-encoding': 'identity',
				'user-agent': 'Ten Chairs',
			},
		})
			.once('response', resolve)
			.once('error', reject)
			.end();
	});
}

async function readAll(answer: IncomingMessage, largest: number): Promise<string> {
	const parts: Buffer[] = [];
	let size = 0;
	for await (const part of answer as AsyncIterable<Buffer>) {
		size += part.length;
		if (size > largest) throw new Refused('too-large');
		parts.push(part);
	}
	return Buffer.concat(parts).toString('utf8');
}
