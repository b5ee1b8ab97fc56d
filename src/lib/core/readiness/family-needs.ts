import type { FamilyNeeds } from '../rules/slot-answer';

/** What a family without needs of its own needs. */
export const NO_NEEDS: FamilyNeeds = { stepFree: false, interpreter: null };

export const needsOf = ({ stepFree, interpreter }: FamilyNeeds): FamilyNeeds => ({
	stepFree,
	interpreter,
});

/** The same text for the same needs. */
export const needsKey = ({ stepFree, interpreter }: FamilyNeeds): string =>
	`${stepFree}/${interpreter ?? ''}`;
