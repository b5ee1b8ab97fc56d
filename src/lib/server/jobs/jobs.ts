import { Logger as WorkerLogger, parseCronItems, run, type Runner } from 'graphile-worker';
import { z } from 'zod';
import type { App } from '../app';
import { tendVisits } from '../visits/tend-visits';
import { readAllCalendars } from '../calendars/calendars';
import { writeMoments } from '../notices/telling/write-moments';
import { writeReminders } from '../notices/telling/write-reminders';
import { writeSummaries } from '../notices/telling/write-summaries';
import { sendLinks } from '../messages/send-links';
import { forgetNewcomers } from '../newcomers/forget-newcomers';
import { newcomerLetter, writeToNewcomer } from '../newcomers/write-to-newcomer';
import { describeError } from '../foundation/failures/describe-error';
import { linkWords } from '../messages/message-words';
import { tendWaitingLists } from './tend-waiting-lists';

/** What takes long does not hold up what is short. */
const AT_ONCE = 4;

/**
 * What is done by itself, by whichever server process is free. Times follow the machine's clock: a job
 * that is about the program's own time asks the program's clock when it runs.
 */
export async function startJobs(app: App): Promise<Runner> {
	return run({
		connectionString: app.config.databaseUrl,
		concurrency: AT_ONCE,
		maxPoolSize: AT_ONCE + 1,
		noHandleSignals: true,
		pollInterval: 10_000,
		taskList: {
			'read-calendars': () => readAllCalendars(app),
			'tend-visits': () => tendVisits(app),
			'tend-waiting-list': async (payload) => {
				const { conference } = z.object({ conference: z.string() }).parse(payload);
				await tendWaitingLists(app, conference);
			},
			'write-reminders': async () => {
				await writeMoments(app);
				await writeReminders(app);
				await writeSummaries(app);
			},
			'write-to-newcomer': async (payload) => {
				await writeToNewcomer(app, newcomerLetter.parse(payload).letter);
			},
			'forget-newcomers': () => forgetNewcomers(app),
			'send-links': async (payload) => {
				const { sending } = z.object({ sending: z.string() }).parse(payload);
				await sendLinks(app, sending, await linkWords(app));
			},
		},
		parsedCronItems: parseCronItems([
			{
				task: 'read-calendars',
				match: '0 * * * *',
				options: { backfillPeriod: 0, maxAttempts: 2, queueName: 'calendars' },
			},
			{
				task: 'tend-visits',
				match: '* * * * *',
				options: { backfillPeriod: 0, maxAttempts: 1, queueName: 'visits' },
			},
			{
				task: 'forget-newcomers',
				match: '20 * * * *',
				options: { backfillPeriod: 0, maxAttempts: 1, queueName: 'newcomers' },
			},
			{
				task: 'write-reminders',
				match: '* * * * *',
				options: { backfillPeriod: 0, maxAttempts: 1, queueName: 'reminders' },
			},
		]),
		logger: new WorkerLogger(() => (level, message, meta) => {
			if (level !== 'error' && level !== 'warning') return;
			const error = meta?.['error'] ?? meta?.['reason'];
			app.log.warn(
				{ message, cause: error === undefined ? undefined : describeError(error) },
				'jobs',
			);
		}),
	});
}
