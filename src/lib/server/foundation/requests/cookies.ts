import type { Cookies } from '@sveltejs/kit';
import type { CookieToSet } from '../../accounts/accounts';
import { DEVICE_COOKIE, type Client } from '../../accounts/clients';

export const FAMILY_COOKIE = 'ten-chairs-family';
export const TEACHER_COOKIE = 'ten-chairs-teacher';

const HALF_A_YEAR = 180 * 24 * 60 * 60;

const options = (origin: string) => ({
	path: '/',
	httpOnly: true,
	sameSite: 'lax' as const,
	secure: origin.startsWith('https:'),
});

/** Keeps a visitor's way in, so that the link's secret can leave the address. */
export function setVisitorCookie(cookies: Cookies, origin: string, name: string, value: string) {
	cookies.set(name, value, { ...options(origin), maxAge: HALF_A_YEAR });
}

/** From where a request comes: the address is a proxy's word only where the configuration says so. */
export const clientOf = (cookies: Cookies, getClientAddress: () => string): Client => ({
	address: getClientAddress(),
	devices: cookies.get(DEVICE_COOKIE),
});

/** Hands the cookies of an account's session on to the browser. */
export function setSessionCookies(
	cookies: Cookies,
	origin: string,
	toSet: readonly CookieToSet[],
): void {
	for (const { name, value, maxAge } of toSet)
		cookies.set(name, value, { ...options(origin), maxAge });
}
