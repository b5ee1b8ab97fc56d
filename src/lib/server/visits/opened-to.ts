import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import type { FamilyFacts } from './family-facts';

/** The conference as a family finds it: one that is made up for its trial run can book at once, whenever others can. */
export const openedTo = (
	{ trialOf }: Pick<FamilyFacts, 'trialOf'>,
	snapshot: ConferenceSnapshot,
): ConferenceSnapshot =>
	trialOf === snapshot.conference.id
		? {
				...snapshot,
				conference: {
					...snapshot.conference,
					publishedAt: 0,
					withdrawnAt: null,
					pausedAt: null,
					opensAt: null,
					closesAt: null,
				},
			}
		: snapshot;
