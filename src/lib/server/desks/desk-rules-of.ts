import type { DeskRules } from '../../core/desks/desk-rules';
import type { desk } from '../foundation/database/schema';

/** A desk's own rules, out of its row. */
export const deskRulesOf = ({
	acceptance,
	perDay,
	longSlots,
	groupSees,
}: Pick<typeof desk.$inferSelect, keyof DeskRules>): DeskRules => ({
	acceptance,
	perDay,
	longSlots,
	groupSees,
});
