import { and, eq } from 'drizzle-orm';
import { datesOf } from '../../core/desks/desk-plan';
import { sampleDay, sampleVisit } from '../../core/sharing/sample-visit';
import type { GuideFacts, GuideSchool } from '../../core/sharing/guide-facts';
import type { App } from '../app';
import { divisionOf } from '../conferences/conference-hours';
import { entryOf } from '../conferences/entry-of';
import { loadSnapshot } from '../conferences/load-snapshot';
import { phaseOfRow, type ConferenceRow } from '../conferences/read-conference';
import { desk } from '../foundation/database/schema';
import { readSchool } from '../register/school';

/** So many meetings make a picture that is understood at a glance. */
const MEETINGS = 3;

/** What the guides to a conference tell, whoever reads them: its rules and times, and nobody's name. */
export async function readGuide(
	{ db, clock, config }: Pick<App, 'db' | 'clock' | 'config'>,
	row: ConferenceRow,
): Promise<{ readonly school: GuideSchool; readonly facts: GuideFacts }> {
	const { address, name, timeZone, opensAt, closesAt, teachersMay } = row;
	const snapshot = await loadSnapshot(db, row.id);
	const unlisted = await db
		.select({ id: desk.id })
		.from(desk)
		.where(and(eq(desk.conferenceId, row.id), eq(desk.isListed, false)));
	const hidden = new Set<string>(unlisted.map(({ id }) => id));
	const kinds = new Set(snapshot.places.map(({ kind }) => kind));
	const now = clock.now();
	const { rules } = snapshot.conference;
	const school = await readSchool(db);
	return {
		school: { name: school?.name ?? '', telephone: school?.telephone ?? null },
		facts: {
			origin: config.origin,
			conference: { address, name, timeZone, opensAt, closesAt },
			dates: datesOf(row),
			phase: phaseOfRow(row, now),
			now,
			entry: entryOf(row, now),
			changeMinutes: rules.changeMinutes,
			asksFirst:
				rules.acceptance === 'asked' ||
				snapshot.desks.some((one) => one.rules.acceptance === 'asked'),
			hasVideo: kinds.has('video'),
			hasTelephone: kinds.has('telephone'),
			teachersMay,
			division: divisionOf(row),
			visit: sampleVisit(snapshot, hidden, MEETINGS),
			day: sampleDay(snapshot, hidden),
		},
	};
}
