import { Logger as WorkerLogger, parseCronItems, run, type Runner } from 'graphile-worker';
import type { App } from '../app';
import { tendVisits } from '../booking/tend-visits';
import { readAllCalendars } from '../calendars/calendars';
import { sendLinks } from '../messages/send-links';
import { linkWords } from '../web/message-words';
import type { Job } from './add-job';

/**
 * What is done by itself, by whichever server process is free. Times follow the machine's clock: a job
 * that is about the program's own time asks the program's clock when it runs.
 */
export async function startJobs(app: App): Promise<Runner> {
	return run({
		connectionString: app.config.databaseUrl,
		concurrency: 1,
		maxPoolSize: 2,
		noHandleSignals: true,
		pollInterval: 10_000,
		taskList: {
			'read-calendars': () => readAllCalendars(app),
			'tend-visits': () => tendVisits(app),
			'send-links': async (payload) => {
				const { sending } = payload as Extract<Job, { task: 'send-links' }>['payload'];
				await sendLinks(app, sending, await linkWords(app));
			},
		},
		parsedCronItems: parseCronItems([
			{
				task: 'read-calendars',
				match: '0 * * * *',
				options: { backfillPeriod: 0, maxAttempts: 2 },
			},
			{
				task: 'tend-visits',
				match: '* * * * *',
				options: { backfillPeriod: 0, maxAttempts: 1 },
			},
		]),
		logger: new WorkerLogger(() => (level, message) => {
			if (level === 'error' || level === 'warning') app.log.warn({ message }, 'jobs');
		}),
	});
}
