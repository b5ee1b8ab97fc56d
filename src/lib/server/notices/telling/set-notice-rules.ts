import { eq } from 'drizzle-orm';
import {
	OWN_WORDS,
	noticeRulesSchema,
	usualNoticeRules,
	type NoticeRules,
} from '../../../core/notices/notice-rules';
import { parseTypedTime } from '../../../core/time/typed-time';
import type { InputOf } from '../../../operations/change';
import { noticeRulesSet, wordsField } from '../../../operations/notices';
import { lockConference } from '../../conferences/lock-conference';
import { conference } from '../../foundation/database/schema';
import { performs } from '../../foundation/runner/perform';

/** Keeps how the people of a conference are told; messages that are written already go out as they are due. */
export const setNoticeRules = performs(noticeRulesSet).by({
	async work({ tx, input }) {
		const { conferenceId } = input;
		const row = await lockConference(tx, conferenceId);
		const noticeRules = noticeRulesSchema.parse(rulesFrom(input));
		await tx.update(conference).set({ noticeRules }).where(eq(conference.id, conferenceId));
		const act = { kind: 'notices.set', before: row.noticeRules, after: noticeRules } as const;
		return { done: {}, act: { ...act, conferenceId } };
	},
});

function rulesFrom(input: InputOf<typeof noticeRulesSet>): NoticeRules {
	const { remind, evening, changes, office, questions, quiet, replyTo, teachersAnswer } = input;
	const at = (typed: string, usual: number | null) => parseTypedTime(typed) ?? usual;
	const words = OWN_WORDS.map((kind) => [kind, input[wordsField(kind)].trim()] as const);
	const { quiet: usualQuiet, eveningAt, officeAt } = usualNoticeRules;
	return {
		remindBefore: remind.map(Number).sort((one, other) => other - one),
		eveningAt: evening ? at(input.eveningAt, eveningAt) : null,
		tellsChanges: changes,
		officeAt: office ? at(input.officeAt, officeAt) : null,
		tellsQuestions: questions,
		quiet: quiet
			? {
					from: at(input.quietFrom, usualQuiet!.from)!,
					until: at(input.quietUntil, usualQuiet!.until)!,
				}
			: null,
		replyTo,
		teachersAnswer,
		words: Object.fromEntries(words.filter(([, text]) => text !== '')),
	};
}
