import type { Cookies } from '@sveltejs/kit';
import { daysBetween, localOf } from '../../../core/time/local-time';
import type { App } from '../../app';
import { lastVisibleDate } from '../../conferences/read-conference';
import { cookieWith } from '../../invitations/visitors';
import type { CookieToSet } from '../../accounts/accounts';
import { DEVICE_COOKIE, type Client } from '../../accounts/clients';

export const FAMILY_COOKIE = 'ten-chairs-family';
export const TEACHER_COOKIE = 'ten-chairs-teacher';

const HALF_A_YEAR = 180 * 24 * 60 * 60;
const DAY = 24 * 60 * 60;
/** A family's way in ends so many days after the last conference. */
export const DAYS_AFTER = 14;

const options = (origin: string) => ({
	path: '/',
	httpOnly: true,
	sameSite: 'lax' as const,
	secure: origin.startsWith('https:'),
});

/** Keeps a teacher's way in, so that the link's secret can leave the address. */
export function keepTeacherCookie(cookies: Cookies, origin: string, value: string): void {
	cookies.set(TEACHER_COOKIE, value, { ...options(origin), maxAge: HALF_A_YEAR });
}

/**
 * Keeps a family's way in beside those that the browser has, until two weeks after the last conference that
 * families can see.
 */
export async function keepFamilyCookie(
	{ db, clock, config }: Pick<App, 'db' | 'clock' | 'config'>,
	cookies: Cookies,
	opened: string,
): Promise<void> {
	const today = localOf(clock.now(), 'UTC').date;
	const last = (await lastVisibleDate(db)) ?? today;
	const days = Math.max(0, daysBetween(today, last)) + DAYS_AFTER;
	const value = cookieWith(opened, cookies.get(FAMILY_COOKIE));
	cookies.set(FAMILY_COOKIE, value, { ...options(config.origin), maxAge: days * DAY });
}

/** Forgets all families that came in by the browser. */
export const forgetFamilies = (cookies: Cookies): void =>
	cookies.delete(FAMILY_COOKIE, { path: '/' });

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
