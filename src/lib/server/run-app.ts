import { createApp, type App } from './app';
import type { Config } from './foundation/config';
import { migrateDatabase } from './foundation/database/migrate';
import { startJobs } from './jobs/jobs';
import { startCourier } from './notices/sending/courier';

/** The program at work: what answers requests, and what goes on beside them. */
export interface RunningApp {
	readonly app: App;
	/** Lets jobs and messages finish, and closes every connection. */
	end(): Promise<void>;
}

/** Brings the database up to date and begins all work. Throws when the database cannot be reached. */
export async function runApp(config: Config): Promise<RunningApp> {
	const app = createApp(config);
	await migrateDatabase(config.databaseUrl, app.migrationsFolder);
	await app.keepTime();
	const jobs = await startJobs(app);
	const courier = startCourier(app);
	return {
		app,
		end: () =>
			courier
				.stop()
				.then(() => jobs.stop())
				.finally(() => app.close()),
	};
}
