import { json, text, type Handle, type RequestEvent } from '@sveltejs/kit';
import { may, type Act } from '../../../core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { LARGEST_CALENDAR } from '../../calendars/fetch-calendar';
import { LARGEST_PICTURE } from '../../pictures/small-picture';
import { BodyTooLargeError } from '../failures/failure-of';
import { pageChanges } from './page-changes';

const KIB = 1024;
const MIB = 1024 * KIB;

/** What a form, or a page that saves what was typed, sends. */
const USUAL = 64 * KIB;
/** Forms that a stranger may send. */
const OF_STRANGERS = 16 * KIB;

interface BodyLimit {
	readonly bytes: number;
	/** Only from an account that may do this, or from a teacher; everybody else is bound to what is usual. */
	readonly act?: Act | 'teacher';
}

/** Routes that take another size than the usual one. The open interface says it of each operation. */
const limits: Readonly<Record<string, BodyLimit>> = {
	'/sign-in': { bytes: OF_STRANGERS },
	'/sign-in/second': { bytes: OF_STRANGERS },
	'/sign-in/forgot': { bytes: OF_STRANGERS },
	'/set-up': { bytes: OF_STRANGERS },
	'/password/[token]': { bytes: OF_STRANGERS },
	'/office/new': { bytes: MIB, act: 'conference.set-up' },
	'/office/people/lists/preview': { bytes: 32 * MIB, act: 'register.change' },
	'/office/people/lists/apply': { bytes: 32 * MIB, act: 'register.change' },
	// A calendar or a photograph as a file, with the little that a form adds.
	'/office/people/teachers/[id]': { bytes: LARGEST_PICTURE + USUAL, act: 'busy.change' },
	'/office/people/school': { bytes: LARGEST_CALENDAR + USUAL, act: 'register.change' },
	'/teacher': { bytes: LARGEST_PICTURE + USUAL, act: 'teacher' },
	'/teacher/desk/[desk]': { bytes: LARGEST_CALENDAR + USUAL, act: 'teacher' },
};

/** Bytes that a request's body may have, of whoever sends it. */
export function bodyLimit({
	route,
	locals,
	params,
}: Pick<RequestEvent, 'route' | 'locals' | 'params'>): number {
	const limit = route.id === '/do/[change]' ? ofChange(params) : limits[route.id ?? ''];
	if (!limit) return USUAL;
	if (limit.act === undefined) return limit.bytes;
	return isFrom(locals, limit.act) ? limit.bytes : USUAL;
}

const isFrom = ({ account, teacher }: App.Locals, act: Act | 'teacher'): boolean =>
	act === 'teacher' ? teacher !== null : account !== null && may(account, act);

/** What is asked for says how large it may be. */
function ofChange({ change: name }: RequestEvent['params']): BodyLimit | undefined {
	const declared = pageChanges.get(name ?? '')?.change;
	return declared && { bytes: declared.mostBytes, act: declared.may };
}

/**
 * Lets no route read more than it takes: what says that it is larger is refused, of what does not
 * the rest runs past and nothing is done with it.
 */
export const limitBodies: Handle = async ({ event, resolve }) => {
	const { request } = event;
	if (request.body === null || event.route.id?.startsWith('/api/')) return resolve(event);
	const most = bodyLimit(event);
	if (Number(request.headers.get('content-length') ?? 0) > most) {
		await drain(request.body);
		return tooLarge(request);
	}
	const counted = countBytes(request.body, most);
	event.request = new Request(request, { body: counted.body, duplex: 'half' } as RequestInit);
	try {
		const response = await resolve(event);
		return counted.isTooLarge() ? tooLarge(request) : response;
	} catch (error) {
		if (counted.isTooLarge()) return tooLarge(request);
		throw error;
	}
};

/**
 * Lets what was sent run past: a browser that is still sending when the answer comes shows a broken
 * connection in place of it. The server's own limit ends what goes on for too long.
 */
async function drain(body: ReadableStream<Uint8Array>): Promise<void> {
	try {
		await body.pipeTo(new WritableStream());
	} catch {
		// Whoever sends more than that sees the connection end.
	}
}

function countBytes(
	body: ReadableStream<Uint8Array>,
	most: number,
): { body: ReadableStream<Uint8Array>; isTooLarge: () => boolean } {
	let bytes = 0;
	const counter = new TransformStream<Uint8Array, Uint8Array>({
		transform(chunk, controller) {
			bytes += chunk.length;
			if (bytes <= most) controller.enqueue(chunk);
		},
		// What was cut off is never taken for the whole.
		flush() {
			if (bytes > most) throw new BodyTooLargeError();
		},
	});
	return { body: body.pipeThrough(counter), isTooLarge: () => bytes > most };
}

/** To a page's script as it expects it, to everybody else as a sentence. */
function tooLarge(request: Request): Response {
	const message = m.body_too_large();
	if (request.headers.get('x-sveltekit-action') === 'true')
		return json({ type: 'error', error: { message } }, { status: 413 });
	return request.headers.get('accept')?.includes('json')
		? json({ message }, { status: 413 })
		: text(message, { status: 413 });
}
