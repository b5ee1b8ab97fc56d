import { answersSave } from '../../operations/questions';
import { loadSnapshot } from '../conferences/load-snapshot';
import { performs } from '../foundation/runner/perform';
import { readFamily } from '../visits/family-facts';
import { shareOf } from '../visits/family-share';
import { lockFamily } from '../visits/lock-visit';
import { takeAnswers } from './take-answers';

/** Changes what a family has said about its visit, until the appointments begin. */
export const saveAnswers = performs(answersSave).by({
	lock: ({ tx, input }) => lockFamily(tx, input.familyId),
	async work({ tx, clock, actor, input: { conferenceId, familyId, answers } }) {
		const { questions } = await loadSnapshot(tx, conferenceId);
		const family = await readFamily(tx, conferenceId, familyId);
		const share = shareOf(actor, family);
		const meetings = share.changeable
			.filter(({ start }) => start > clock.now())
			.map(({ wishes, desk }) => ({ wish: wishes[0]!, desk }));
		const refused = await takeAnswers(tx, clock, {
			actor,
			family,
			share,
			questions,
			meetings,
			answers,
		});
		if (refused) return { refused };
		const after = { family: familyId, questions: answers.map(({ question }) => question) };
		return { done: {}, act: { kind: 'answers.changed', conferenceId, after } };
	},
});
