import type { MetAt } from '../core/desks/named-substitutes';
import { m } from '$lib/paraglide/messages';

/** `in place of Ines Amaral`, or, where several sit, `Ole Pyo in place of Ines Amaral`; empty for nobody. */
export const substituteWords = ({ name, substitutes }: MetAt): string =>
	substitutes
		.map((entry) =>
			entry.isAlone && entry.name === name
				? m.substitute_for({ absent: entry.absent })
				: m.substitute_named({ name: entry.name, absent: entry.absent }),
		)
		.join(', ');
