import type { DifferenceLine } from './register-difference';
import type { RegisterState } from './register-state';

/** How many people lists would mark as left, because they miss them. */
export interface Leaving {
	readonly count: number;
	/** So many that a short list was more likely taken for a complete one: it is asked for by its number. */
	readonly isMany: boolean;
}

/** Common practice, no source: a class or so may leave at once, a tenth of a school does not. */
const MOST = 20;
const PART = 0.1;

const PEOPLE: readonly DifferenceLine['subject'][] = ['teacher', 'interpreter', 'student', 'adult'];

/** Who would leave by these lines, of those who are in the register now. */
export function leavingBy(
	lines: readonly DifferenceLine[],
	{ persons, students, adults }: Pick<RegisterState, 'persons' | 'students' | 'adults'>,
): Leaving {
	const count = lines.filter(
		({ change, subject }) => change === 'gone' && PEOPLE.includes(subject),
	).length;
	const known = [...persons, ...students, ...adults].filter(({ left }) => !left).length;
	return { count, isMany: count > MOST || count > PART * known };
}
