import type { Cookies } from '@sveltejs/kit';
import { localOf, type LocalDate } from '../../../core/time/local-of';
import { addDays, daysBetween } from '../../../core/time/local-time';
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
const DAYS_AFTER = 14;

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

/** The last day on which a family's way in is good: two weeks after the last conference that families can see. */
export async function familyCookieEnds({
	db,
	clock,
}: Pick<App, 'db' | 'clock'>): Promise<LocalDate> {
	const today = localOf(clock.now(), 'UTC').date;
	const last = (await lastVisibleDate(db)) ?? today;
	return addDays(last > today ? last : today, DAYS_AFTER);
}

/** Keeps a family's way in beside those that the browser has. */
export async function keepFamilyCookie(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	cookies: Cookies,
	opened: string,
): Promise<void> {
	const today = localOf(app.clock.now(), 'UTC').date;
	const maxAge = daysBetween(today, await familyCookieEnds(app)) * DAY;
	const value = cookieWith(opened, cookies.get(FAMILY_COOKIE));
	cookies.set(FAMILY_COOKIE, value, { ...options(app.config.origin), maxAge });
}

const DESTINATION_COOKIE = 'ten-chairs-destination';
const HOUR = 60 * 60;

/** Remembers where somebody was sent who must come in first: a path of ours. */
export const keepDestination = (cookies: Cookies, origin: string, path: `/s/${string}`): void =>
	cookies.set(DESTINATION_COOKIE, path, { ...options(origin), maxAge: HOUR });

/** Where somebody who has come in was sent, told once; `null`: just in. */
export function takeDestination(cookies: Cookies): string | null {
	const path = cookies.get(DESTINATION_COOKIE);
	if (path === undefined) return null;
	cookies.delete(DESTINATION_COOKIE, { path: '/' });
	return /^\/s\/[\w-]{1,40}$/.test(path) ? path : null;
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
