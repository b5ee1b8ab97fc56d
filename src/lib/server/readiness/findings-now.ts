import { createHash } from 'node:crypto';
import { desc } from 'drizzle-orm';
import { factsOf, type Finding } from '../../core/readiness/finding';
import type { ReadinessFacts } from '../../core/readiness/readiness-facts';
import type { Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { runAside, type AsideLimits } from '../foundation/aside/run-aside';
import { act } from '../foundation/database/schema';
import source from './find-findings.worker?node-worker';
import { readFacts } from './read-facts';

/** What was found, and when. */
interface Found {
	readonly findings: readonly Finding[];
	/** The last act that was counted. */
	readonly act: string;
	readonly at: number;
}

/** It could not be found out in the time and memory that there is for it. */
export class ReadinessTooLargeError extends Error {
	override readonly name = 'ReadinessTooLargeError';
}

const LIMITS: AsideLimits = { deadline: 60_000, memory: 1024 };
/** What stands beside other work may be so old, in milliseconds: while families book, each makes an act. */
const OLD_ENOUGH = 20_000;

const known = new Map<string, Found>();
/** What is being found out now, by conference and last act: who asks for the same waits for the same. */
const running = new Map<string, Promise<readonly Finding[]>>();

/** What is found of a conference as it is now, beside the server's other work. Throws `ReadinessTooLargeError`. */
export async function findingsNow(
	app: App,
	actor: Actor,
	conferenceId: string,
): Promise<readonly Finding[]> {
	const lastAct = await latestAct(app);
	const key = `${conferenceId}/${lastAct}`;
	const asked = running.get(key) ?? findOut(app, actor, conferenceId, lastAct);
	running.set(key, asked);
	return asked.finally(() => running.delete(key));
}

async function findOut(
	app: App,
	actor: Actor,
	conferenceId: string,
	lastAct: string,
): Promise<readonly Finding[]> {
	const facts = await readFacts(app, actor, conferenceId);
	const result = await runAside<ReadinessFacts, Finding[]>(source, facts, LIMITS);
	if (!result.ok) throw new ReadinessTooLargeError(result.reason);
	known.set(conferenceId, { findings: result.answer, act: lastAct, at: app.clock.now() });
	return result.answer;
}

/** What was found lately: after a change, a moment old at the most. */
export async function findingsLately(
	app: App,
	actor: Actor,
	conferenceId: string,
): Promise<readonly Finding[]> {
	const before = known.get(conferenceId);
	if (before) {
		const age = app.clock.now() - before.at;
		const isRecent = age >= 0 && age < OLD_ENOUGH;
		if (isRecent || before.act === (await latestAct(app))) return before.findings;
	}
	return findingsNow(app, actor, conferenceId);
}

/** By which a finding is known as long as its facts are the same. */
export const digestOf = (finding: Finding): string =>
	createHash('sha256').update(factsOf(finding)).digest('base64url');

async function latestAct({ db }: Pick<App, 'db'>): Promise<string> {
	const [row] = await db.select({ id: act.id }).from(act).orderBy(desc(act.id)).limit(1);
	return row?.id ?? '';
}
