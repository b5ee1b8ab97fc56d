import { sql } from 'drizzle-orm';
import postgres from 'postgres';
import type { App } from '$lib/server/app';
import { CHANNEL, readAnnouncement, type Touched } from '$lib/server/foundation/runner/announce';
import { readSeats } from '$lib/server/live/read-seats';
import type { SeatReading } from '$lib/server/live/seat-message';

/**
 * The seats of a conference as open pages are told of them: read once, and from then on only where something was
 * announced. Beside it the same read as a whole, which must be no different.
 */
export async function seatsInParts(app: App, conference: string) {
	const client = postgres(app.config.databaseUrl, { max: 1, onnotice: () => {} });
	let touched: Touched = [];
	let heard: (mark: string) => void = () => {};
	await client.listen(CHANNEL, (payload) => {
		if (payload.startsWith(MARK)) return heard(payload);
		const { touched: more } = readAnnouncement(payload);
		touched = touched === 'any' || more === 'any' ? 'any' : [...touched, ...more];
	});
	let reading: SeatReading | null = null;
	let marks = 0;

	/** All that was announced so far has arrived: announcements keep their order. */
	async function allHeard(): Promise<void> {
		const mark = `${MARK}${++marks}`;
		const isHeard = new Promise<void>((resolve) => {
			heard = (payload) => payload === mark && resolve();
		});
		await app.db.execute(sql`select pg_notify(${CHANNEL}, ${mark})`);
		await isHeard;
	}

	return {
		/** How the seats are at an instant, by what was told and as they are; and what was announced since. */
		async at(now: number) {
			await allHeard();
			const told = touched;
			touched = [];
			reading = await readSeats(
				app.db,
				conference,
				now,
				reading && { before: reading, touched: told },
			);
			const whole = await readSeats(app.db, conference, now, null);
			return {
				told,
				parts: seatsOf(reading),
				whole: seatsOf(whole),
			};
		},
		/** Something was changed past the program. */
		startAnew(): void {
			reading = null;
		},
		close: () => client.end(),
	};
}

const MARK = 'mark ';

const seatsOf = ({ states, taken }: SeatReading) => ({
	states: Object.fromEntries(states),
	taken: Object.fromEntries(taken),
});
