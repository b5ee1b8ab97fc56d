import type { NamedSubstitute } from '$lib/core/desks/named-substitutes';
import { m } from '$lib/paraglide/messages';
import { localDateText } from '../parts/format/when';

/** Who stands in for whom on which date, for where no date is chosen yet. */
export const substituteOnText = ({ date, name, absent }: NamedSubstitute): string =>
	m.substitute_on({ date: localDateText(date, 'short'), name, absent });
