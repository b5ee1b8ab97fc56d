import { resolve } from 'node:path';
import { createAccounts, type Accounts } from './accounts/accounts';
import { keepByDatabase, RunningClock, type Clock } from './foundation/clock';
import type { Config } from './foundation/config';
import { ApiRate } from './api/rate-limit';
import { connect, type Database } from './foundation/database/connect';
import { FailureCounts } from './foundation/failures/failure-counts';
import { logFailure } from './foundation/failures/log-failure';
import { Gate } from './foundation/gate';
import { KeptLook } from './look/school-look';
import { LiveChanges } from './live/live-changes';
import { OpenStreams, streamsThatFit } from './live/open-streams';
import { createMailer, type Mailer } from './messages/mailer';
import { createLogger, type Logger } from './foundation/logs/logger';

/** Everything that a request needs and that lives as long as the process. */
export interface App {
	readonly config: Config;
	readonly clock: Clock;
	readonly db: Database;
	readonly log: Logger;
	readonly failures: FailureCounts;
	readonly accounts: Accounts;
	readonly live: LiveChanges;
	readonly mail: Mailer;
	/** How the school looks on every page. */
	readonly look: KeptLook;
	readonly apiRate: ApiRate;
	/** Families' visits go through it. */
	readonly gate: Gate;
	readonly migrationsFolder: string;
	/** Sets the clock by the database's, now and from now on. */
	keepTime(): Promise<void>;
	close(): Promise<void>;
}

/** Tabs and devices of one person. */
const STREAMS_OF_A_VISITOR = 24;
/** A school's whole network comes from one address, and so does everybody behind a proxy that is not named. */
const STREAMS_OF_AN_ADDRESS = 7000;

export function createApp(config: Config): App {
	const clock = new RunningClock(config.startAt);
	let stopKeepingTime = () => {};
	const log = createLogger(config.logLevel);
	const { db, sql, close } = connect(config.databaseUrl, config.pool);
	const streams = new OpenStreams({
		visitor: STREAMS_OF_A_VISITOR,
		address: STREAMS_OF_AN_ADDRESS,
		process: streamsThatFit(config.streams),
	});
	const failures = new FailureCounts();
	const failed = (error: unknown) => logFailure({ log, failures }, error, { about: 'seats' });
	const mail = createMailer(config, log);
	const live = new LiveChanges(sql, db, clock, failed, streams);
	return {
		config,
		clock,
		db,
		log,
		failures,
		accounts: createAccounts(db, config, clock),
		live,
		mail,
		look: new KeptLook(db),
		apiRate: new ApiRate(config.apiRate),
		gate: new Gate(),
		migrationsFolder: resolve('migrations'),
		async keepTime() {
			stopKeepingTime();
			stopKeepingTime = await keepByDatabase(clock, db);
		},
		async close() {
			stopKeepingTime();
			mail.close();
			await live.close();
			await close();
		},
	};
}
