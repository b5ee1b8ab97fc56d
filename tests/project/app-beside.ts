import { createApp, type App } from '$lib/server/app';
import { KEY, type House } from '../browser/house';

/** The program's own functions on the database of a demo that runs. */
export const appBeside = (
	{ url, origin }: Pick<House, 'url' | 'origin'>,
	{ pool = 2, startAt }: { readonly pool?: number; readonly startAt?: number } = {},
): App =>
	createApp({
		databaseUrl: url,
		key: KEY,
		origin,
		startAt,
		pool,
		logLevel: 'silent',
		smtpUrl: undefined,
		mailFrom: 'School office <office@gannetcove.example>',
		videoService: null,
		privateCalendars: false,
		apiRate: 100,
		streams: 1000,
	});
