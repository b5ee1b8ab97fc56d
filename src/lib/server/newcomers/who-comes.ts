import type { App } from '../app';
import { classesNow } from '../register/write-student';
import { adultsAt, provedOrWaiting, waitsSince } from './proof';

/** Who holds a link that proves an address, before it is spent. */
export type WhoComes = {
	readonly email: string;
	readonly conference: { readonly name: string; readonly address: string };
} & (
	| { readonly is: 'known' }
	| {
			readonly is: 'waiting';
			/** Milliseconds, and where the clock of the conference hangs. */
			readonly since: number;
			readonly zone: string;
	  }
	| { readonly is: 'new'; readonly classes: readonly string[]; readonly isAsked: boolean }
);

/** What the page of a link shows; it changes nothing. `null` for every link that proves nothing. */
export async function whoComes(app: App, token: string): Promise<WhoComes | null> {
	const { db, clock, config } = app;
	const proved = await provedOrWaiting(db, { key: config.key, token, clock });
	if (!proved) return null;
	const { email, conference } = proved;
	const { name, address, timeZone } = conference;
	const common = { email, conference: { name, address } };
	if ((await adultsAt(db, email)).length) return { ...common, is: 'known' };
	const since = await waitsSince(db, proved);
	if (since !== null) return { ...common, is: 'waiting', since, zone: timeZone };
	return {
		...common,
		is: 'new',
		classes: (await classesNow(db)).map(({ label }) => label),
		isAsked: conference.rules.entry === 'asked',
	};
}
