import { dev } from '$app/environment';
import type { Handle, RequestEvent } from '@sveltejs/kit';

/** What pages of this program never need of a browser. */
const UNUSED = ['camera', 'microphone', 'geolocation', 'payment', 'usb', 'browsing-topics'];

const HEADERS: Readonly<Record<string, string>> = {
	'referrer-policy': 'same-origin',
	'x-content-type-options': 'nosniff',
	'x-robots-tag': 'noindex, nofollow',
	// Nobody else's page holds a window of ours, or reads what we answer.
	'cross-origin-opener-policy': 'same-origin',
	'cross-origin-resource-policy': 'same-origin',
	'permissions-policy': UNUSED.map((feature) => `${feature}=()`).join(', '),
};

/** The one page that stands inside another one of ours. */
const SHOWN_IN_OURS = '/office/[address]/try/page';
/** The one page that stands inside pages of the school's own sites. */
const SHOWN_ELSEWHERE = '/frame/[address]';

/** Who may show the page that is answered in a frame; `null`: nobody. */
async function framedBy({ route, locals }: RequestEvent): Promise<string | null> {
	if (route.id === SHOWN_IN_OURS) return "'self'";
	if (route.id !== SHOWN_ELSEWHERE) return null;
	const sites = (await locals.app.look.ifThere())?.frameSites ?? [];
	return sites.join(' ') || null;
}

/** The headers that every answer bears, by which browsers keep it from others. */
export const withHeaders: Handle = async ({ event, resolve }) => {
	const response = await resolve(event);
	const policy = response.headers.get('content-security-policy');
	const nonce = policy && /script-src[^;]*'(nonce-[^']+)'/.exec(policy)?.[1];
	// Kit names the nonce for styles only when it inlines some itself; libraries bring theirs, too.
	if (!dev && nonce && !/style-src [^;]*'nonce-/.test(policy))
		response.headers.set(
			'content-security-policy',
			policy.replace(/style-src ([^;]*)/, `style-src $1 '${nonce}'`),
		);
	const shown = response.headers.get('content-security-policy');
	const framing = shown && (await framedBy(event));
	if (framing)
		response.headers.set(
			'content-security-policy',
			shown.replace("frame-ancestors 'none'", `frame-ancestors ${framing}`),
		);
	// On a family's telephone what is read comes before what makes it move.
	const files = response.headers.get('link');
	if (files && event.route.id?.startsWith('/visit'))
		response.headers.set('link', files.replaceAll('"modulepreload"', '$&; fetchpriority="low"'));
	for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
	if (event.url.protocol === 'https:')
		response.headers.set('strict-transport-security', 'max-age=31536000');
	if (!response.headers.has('cache-control') && event.route.id)
		response.headers.set('cache-control', 'no-store');
	return response;
};
