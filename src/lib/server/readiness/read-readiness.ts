import { eq } from 'drizzle-orm';
import { isGrave, isSecret, type Finding } from '../../core/readiness/finding';
import { may, type Actor } from '../../core/permissions/may';
import type { ReadFinding } from '../../operations/readiness';
import type { App } from '../app';
import { isVisible, type ConferenceRow } from '../conferences/read-conference';
import { ForbiddenError } from '../foundation/forbidden';
import type { Reader } from '../foundation/database/connect';
import { findingAside } from '../foundation/database/schema';
import { digestOf, findingsLately, findingsNow } from './findings-now';
import { namesOfAbout } from './names-of-about';

/** Everything that is missing or suspicious, what harms most first; what was set aside comes last. */
export async function readReadiness(
	app: App,
	actor: Actor,
	row: ConferenceRow,
): Promise<ReadFinding[]> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const findings = readableBy(actor, await findingsNow(app, actor, row.id));
	const [asides, nameOf] = await Promise.all([
		asidesOf(app.db, row.id),
		namesOfAbout(
			app.db,
			findings.flatMap(({ about }) => about),
		),
	]);
	const known = row.knownFindings === null ? null : new Set(row.knownFindings);
	return findings
		.map((finding): ReadFinding => {
			const digest = digestOf(finding);
			return {
				...finding,
				digest,
				about: finding.about.map((entry) => ({ ...entry, name: nameOf(entry) })),
				aside: asides.get(digest) ?? null,
				isNew: isVisible(row) && known !== null && !known.has(digest),
			};
		})
		.sort((a, b) => Number(a.aside !== null) - Number(b.aside !== null));
}

export interface ReadinessInShort {
	/** Kinds of findings that nobody has set aside, and how many of them harm. */
	readonly count: number;
	readonly grave: number;
	readonly worst: Finding['kind'] | null;
}

/** What stands on the path: how many findings nobody has set aside, and the worst of them. */
export async function readinessInShort(
	app: App,
	actor: Actor,
	row: Pick<ConferenceRow, 'id'>,
): Promise<ReadinessInShort> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const findings = readableBy(actor, await findingsLately(app, actor, row.id));
	const asides = await asidesOf(app.db, row.id);
	const open = findings.filter((finding) => !asides.has(digestOf(finding)));
	const kinds = [...new Set(open.map(({ kind }) => kind))];
	return {
		count: kinds.length,
		grave: kinds.filter((kind) => isGrave({ kind })).length,
		worst: kinds[0] ?? null,
	};
}

/** What should be looked at before families are let in. */
export const isHeldUp = (findings: readonly ReadFinding[]): boolean =>
	findings.some((finding) => finding.aside === null && isGrave(finding));

/** What few may know is left out for all others. */
function readableBy(actor: Actor, findings: readonly Finding[]): readonly Finding[] {
	return may(actor, 'safety.see') ? findings : findings.filter((finding) => !isSecret(finding));
}

async function asidesOf(db: Reader, conferenceId: string): Promise<ReadonlyMap<string, string>> {
	const rows = await db
		.select()
		.from(findingAside)
		.where(eq(findingAside.conferenceId, conferenceId));
	return new Map(rows.map(({ digest, reason }) => [digest, reason]));
}
