import type { MetAt, NamedSubstitute } from '$lib/core/desks/named-substitutes';
import { m } from '$lib/paraglide/messages';
import { localDateText } from '../parts/format/when';

/** `in place of Ines Amaral`, or, where several sit, `Ole Pyo in place of Ines Amaral`; empty for nobody. */
export const substituteText = ({ name, substitutes }: MetAt): string =>
	substitutes
		.map((entry) =>
			entry.isAlone && entry.name === name
				? m.substitute_for({ absent: entry.absent })
				: m.substitute_named({ name: entry.name, absent: entry.absent }),
		)
		.join(', ');

/** The same with its date, for where no date is chosen yet. */
export const substituteOnText = ({ date, name, absent }: NamedSubstitute): string =>
	m.substitute_on({ date: localDateText(date, 'short'), name, absent });
