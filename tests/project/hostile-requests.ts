/** Requests to the open interface that nobody in good faith would send. */

export interface HostileRequest {
	readonly method: string;
	readonly path: string;
	readonly headers: Record<string, string>;
	readonly body?: string | Uint8Array<ArrayBuffer>;
}

export interface Prey {
	/** Tokens that are good: an organiser's, and one of a family. */
	readonly tokens: readonly string[];
	/** Identifiers that exist, of this family and of others, of slots, wishes, people, conferences. */
	readonly ids: readonly string[];
}

/** A generator of the same numbers for the same seed (as in Numerical Recipes, from memory). */
function numbers(seed: number): (below: number) => number {
	return (below) => {
		seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
		return Math.floor((seed / 2 ** 32) * below);
	};
}

/** Paths, each with the methods that it has. */
const PATHS: readonly (readonly [path: string, methods: readonly string[]])[] = [
	['/conferences', ['GET', 'POST']],
	['/conferences/{id}', ['GET']],
	['/conferences/{id}/file', ['GET']],
	['/conferences/{id}/slots', ['GET']],
	['/conferences/{id}/invitations', ['POST']],
	['/visit', ['GET']],
	['/visit/plans', ['POST']],
	['/visit/appointments', ['POST', 'PUT']],
	['/visit/appointments/{id}', ['DELETE']],
	['/visit/holds', ['POST', 'DELETE']],
	['/visit/holds/{id}', ['DELETE']],
	['/openapi.json', ['GET']],
	['/nothing/here', ['GET']],
];
const METHODS = ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS'];
const NASTY = [
	'',
	'\0',
	'a\0b',
	"'; drop table claim; --",
	'../../../../etc/passwd',
	'%00',
	'%',
	'{}',
	'null',
	'00000000-0000-0000-0000-000000000000',
	'ffffffff-ffff-ffff-ffff-ffffffffffff',
	'\ud800',
	'𝔘𝔫𝔦',
	'1e309',
	'9999-99-99T99:99:99Z',
	'275760-09-13T00:00:00Z',
	'<script>alert(1)</script>',
	'a'.repeat(5000),
];
const NUMBERS = [0, -1, 1e308, 2 ** 53, 0.1, NaN, -0];

/** So many requests, the same for the same seed. */
export function* hostileRequests(
	count: number,
	seed: number,
	{ tokens, ids }: Prey,
): Generator<HostileRequest> {
	const random = numbers(seed);
	const pick = <T>(list: readonly T[]): T => list[random(list.length)]!;
	const text = () => (random(2) ? pick(ids) : pick(NASTY));

	function value(depth: number): unknown {
		switch (random(depth > 3 ? 5 : 8)) {
			case 0:
				return text();
			case 1:
				return pick(NUMBERS);
			case 2:
				return null;
			case 3:
				return random(2) === 0;
			case 4:
				return pick(ids);
			case 5:
				return Array.from({ length: random(5) }, () => value(depth + 1));
			case 6:
				return wanted();
			default:
				return Object.fromEntries(
					Array.from({ length: random(4) }, () => [
						pick([
							'slot',
							'wishes',
							'appointments',
							'format',
							'tables',
							'__proto__',
							'constructor',
							'x',
						]),
						value(depth + 1),
					]),
				);
		}
	}

	/** Nearly right: other families' slots and wishes, strangers, many of them. */
	function wanted(): unknown {
		const list = () => Array.from({ length: 1 + random(3) }, () => pick(ids));
		return {
			slot: pick(ids),
			wishes: random(6) ? list() : value(3),
			...(random(4) ? {} : { adults: list() }),
			...(random(4) ? {} : { students: list() }),
			...(random(4) ? {} : { mode: pick(['video', 'in-person', 'by owl']) }),
			...(random(8) ? {} : { person: text() }),
			...(random(9) ? {} : { answers: value(2) }),
		};
	}

	function body(): Pick<HostileRequest, 'body'> {
		switch (random(8)) {
			case 0:
				return { body: '{"appointments":[' };
			case 1:
				return { body: new Uint8Array(Array.from({ length: 1 + random(64) }, () => random(256))) };
			case 2:
				return { body: `[${'['.repeat(random(2000))}` };
			case 3:
				return { body: JSON.stringify('x'.repeat(70_000)) };
			case 4:
				return { body: JSON.stringify(value(0)) ?? '' };
			default:
				return {
					body: JSON.stringify({
						appointments: Array.from({ length: 1 + random(4) }, wanted),
						...(random(5) ? {} : { replaces: [pick(ids)] }),
						...(random(9) ? {} : { wishes: [text()], windows: [{ start: text(), end: text() }] }),
					}),
				};
		}
	}

	for (let index = 0; index < count; index++) {
		const [pattern, methods] = pick(PATHS);
		const method = pick(random(8) ? methods : METHODS);
		const path = pattern.replace('{id}', () => encodeURIComponent(safely(text())));
		const query = random(3)
			? ''
			: `?${pick(['family', 'conference', 'desk', 'state', 'date'])}=${encodeURIComponent(safely(text()))}`;
		const token = random(8) ? pick(tokens) : pick(['x', 'tcs_', 'a'.repeat(54), '"', 'é']);
		const headers: Record<string, string> = {
			...(random(12) ? { authorization: `Bearer ${printable(token)}` } : {}),
			...(random(6)
				? { 'content-type': 'application/json' }
				: { 'content-type': pick(['text/plain', 'application/xml', 'x']) }),
			...(random(3)
				? {}
				: { 'idempotency-key': printable(pick([String(random(50)), 'a'.repeat(300), ' ', '\t'])) }),
			...(random(9) ? {} : { 'if-none-match': pick(['*', 'W/"x"', '"']) }),
		};
		yield {
			method,
			path: path + query,
			headers,
			...(method === 'GET' || method === 'HEAD' ? {} : body()),
		};
	}
}

/** Lone surrogates cannot be percent-encoded at all. */
const safely = (text: string): string => text.replace(/[\ud800-\udfff]/g, '?');
/** What a client can put into a header. */
const printable = (text: string): string => text.replace(/[^\x20-\x7e]/g, '?').trim() || 'x';
