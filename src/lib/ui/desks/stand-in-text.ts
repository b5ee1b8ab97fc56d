import type { MetAt, StandIn } from '$lib/core/desks/stand-ins';
import { m } from '$lib/paraglide/messages';
import { localDateText } from '../format/when';

/** `in place of Ines Amaral`, or, where several sit, `Ole Pyo in place of Ines Amaral`; empty for nobody. */
export const standInText = ({ name, standIns }: MetAt): string =>
	standIns
		.map((entry) =>
			entry.isAlone && entry.name === name
				? m.stand_in_for({ absent: entry.absent })
				: m.stand_in_named({ name: entry.name, absent: entry.absent }),
		)
		.join(', ');

/** The same with its date, for where no date is chosen yet. */
export const standInOnText = ({ date, name, absent }: StandIn): string =>
	m.stand_in_on({ date: localDateText(date, 'short'), name, absent });
