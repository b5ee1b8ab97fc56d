import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { Handle } from '@sveltejs/kit';
import { tellingSecrets } from '../secret-in-answer';

/** Answers that are made whole before they are sent: never streams, which would wait in a buffer. */
const WHOLE = /^(text\/html|application\/json|text\/sveltekit-data)\b/;

/** Below this, what is added weighs as much as what is saved. */
const LEAST_BYTES = 1024;

/** Better than gzip's usual one, in little more time: whoever asks waits for it. */
const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } };

type Encoding = 'br' | 'gzip';
const compress: Record<Encoding, (bytes: Buffer) => Promise<Buffer>> = {
	br: (bytes) => promisify(brotliCompress)(bytes, BROTLI),
	gzip: promisify(gzip),
};

/** What the browser takes (RFC 9110, section 12.5.3); the better one first. */
export function encodingFor(accepted: string | null): Encoding | null {
	const qualities = new Map(
		(accepted ?? '').split(',').map((entry) => {
			const [name = '', ...parameters] = entry.split(';').map((part) => part.trim());
			const quality = parameters.find((part) => part.startsWith('q='))?.slice(2) ?? '1';
			return [name.toLowerCase(), Number(quality)];
		}),
	);
	const takes = (name: Encoding) => (qualities.get(name) ?? qualities.get('*') ?? 0) > 0;
	return (['br', 'gzip'] as const).find(takes) ?? null;
}

/**
 * Compresses answers where they are made. Not those that carry a link, a code or a token: from the length of
 * such an answer, beside something that somebody else can put into it, the secret could be guessed letter
 * by letter (the BREACH attack; Gluck, Harris, Prado 2013).
 */
export const withCompression: Handle = async ({ event, resolve }) => {
	const { answer, carriesSecret } = await tellingSecrets(() => resolve(event));
	const { headers } = answer;
	const isWhole = WHOLE.test(headers.get('content-type') ?? '');
	if (!isWhole || !answer.body || headers.has('content-encoding')) return answer;
	headers.append('vary', 'Accept-Encoding');
	const encoding = encodingFor(event.request.headers.get('accept-encoding'));
	if (!encoding || carriesSecret) return answer;
	const plain = Buffer.from(await answer.arrayBuffer());
	const { status } = answer;
	if (plain.length < LEAST_BYTES) return new Response(new Uint8Array(plain), { status, headers });
	headers.set('content-encoding', encoding);
	headers.delete('content-length');
	// The same page in other bytes: the same only weakly (RFC 9110, section 8.8.1).
	const tag = headers.get('etag');
	if (tag && !tag.startsWith('W/')) headers.set('etag', `W/${tag}`);
	return new Response(new Uint8Array(await compress[encoding](plain)), { status, headers });
};
