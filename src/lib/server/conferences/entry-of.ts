import { usualRules, type Entry } from '../../core/snapshot/rules';
import { isVisible, phaseOfRow, type ConferenceRow } from './read-conference';

/**
 * Who gets in at a conference at a moment (milliseconds): nobody but those on the list where families cannot see it,
 * or when it is over.
 */
export function entryOf(row: ConferenceRow, now: number): Entry {
	if (!isVisible(row) || phaseOfRow(row, now) === 'over') return 'listed';
	return row.rules.entry ?? usualRules.entry;
}
