import type { FreeSlot, VisitProblem, VisitSums } from '$lib/core/visits/visit-problem';

/** What of the `highs` package is used: a linear program in the LP file format, solved. */
export interface Solver {
	solve(
		program: string,
		options?: Record<string, unknown>,
	): { Status: string; Columns: Record<string, { Primal?: number }>; ObjectiveValue: number };
}

interface Choice {
	readonly name: string;
	readonly wish: VisitProblem['wishes'][number] | null;
	readonly slot: Pick<FreeSlot, 'date' | 'place' | 'start' | 'end'>;
}

const overlap = (a: Choice['slot'], b: Choice['slot']) => a.start < b.end && b.start < a.end;

/**
 * The sums of the best visit, found by a mixed-integer solver in stages: each stage optimises one sum
 * with the earlier ones held fast. The model shares no code with the planner. A choice is a wish at a
 * slot (or a fixed appointment); two choices that are too near exclude each other unless a third one
 * lies between them, since only appointments in a row are compared.
 */
export function solveVisit(
	solver: Solver,
	problem: VisitProblem,
): Omit<VisitSums, 'end'> & { end: number } {
	const needed = (from: string, to: string): number => {
		const way = problem.travel.find(
			(travel) => [travel.from, travel.to].includes(from) && [travel.from, travel.to].includes(to),
		);
		return (problem.spare ?? 0) + Math.max(problem.pause, from === to ? 0 : (way?.minutes ?? 0));
	};
	const open = [...(problem.windows ?? [])].sort((a, b) => a[0] - b[0]);
	const insideWindows = ({ start, end }: FreeSlot): boolean => {
		if (!problem.windows) return true;
		let reached = start;
		for (const [from, to] of open) if (from <= reached) reached = Math.max(reached, to);
		return open.some(([from, to]) => from <= start && start < to) && reached >= end;
	};
	const choices: Choice[] = problem.wishes.flatMap((wish, w) =>
		problem.slots
			.filter((slot) => wish.desks.includes(slot.desk) && insideWindows(slot))
			.map((slot, s) => ({ name: `x${w}_${s}`, wish, slot })),
	);
	const fixed: Choice[] = problem.fixed.map((slot, f) => ({ name: `f${f}`, wish: null, slot }));
	const all = [...choices, ...fixed];

	const rows: string[] = [];
	for (const wish of problem.wishes) {
		const own = choices.filter((choice) => choice.wish === wish);
		if (own.length > 1) rows.push(`${own.map(({ name }) => name).join(' + ')} <= 1`);
	}
	for (const { name } of fixed) rows.push(`${name} = 1`);
	all.forEach((a, i) =>
		all.slice(i + 1).forEach((b) => {
			if (a.slot.date !== b.slot.date || (!a.wish && !b.wish)) return;
			const [first, second] = a.slot.start <= b.slot.start ? [a, b] : [b, a];
			if (overlap(a.slot, b.slot)) rows.push(`${a.name} + ${b.name} <= 1`);
			else if (second.slot.start - first.slot.end < needed(first.slot.place, second.slot.place)) {
				const between = all.filter(
					({ slot }) =>
						slot.date === a.slot.date &&
						slot.start >= first.slot.end &&
						slot.end <= second.slot.start,
				);
				rows.push(
					[`${a.name} + ${b.name}`, ...between.map(({ name }) => `- ${name}`)].join(' ') + ' <= 1',
				);
			}
		}),
	);
	const dates = [...new Set(all.map(({ slot }) => slot.date))];
	const big = 1440;
	for (const date of dates) {
		const own = all.filter(({ slot }) => slot.date === date);
		for (const { name, slot } of own) {
			rows.push(`d${date} - ${name} >= 0`);
			rows.push(`last${date} - ${slot.end - 1440 * date} ${name} >= 0`);
			rows.push(`first${date} + ${big - (slot.start - 1440 * date)} ${name} <= ${big}`);
			rows.push(`finish - ${slot.end} ${name} >= 0`);
		}
		rows.push(`first${date} - ${big} d${date} <= 0`, `last${date} - first${date} >= 0`);
	}
	rows.push('finish >= 0');

	const terms = (entries: [number, string][]) =>
		entries
			.filter(([factor]) => factor !== 0)
			.map(([factor, name]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`)
			.join(' ') || '0 finish';
	const weigh = (only: (choice: Choice) => boolean) =>
		terms(
			choices.filter(only).map((choice): [number, string] => [choice.wish!.weight, choice.name]),
		);
	const waiting = terms([
		...dates.flatMap((date): [number, string][] => [
			[1, `last${date}`],
			[-1, `first${date}`],
		]),
		...all.map(({ name, slot }): [number, string] => [slot.start - slot.end, name]),
	]);
	const optimise = (sense: 'max' | 'min', objective: string, lead: string[]): number => {
		const binaries = [...all.map(({ name }) => name), ...dates.map((date) => `d${date}`)];
		const program = [
			sense === 'max' ? 'Maximize' : 'Minimize',
			` obj: ${objective}`,
			'Subject To',
			...[...rows, ...lead].map((row, index) => ` c${index}: ${row}`),
			...(binaries.length ? ['Binary', ` ${binaries.join(' ')}`] : []),
			'End',
		].join('\n');
		const solution = solver.solve(program, { mip_rel_gap: 0, mip_abs_gap: 0 });
		if (solution.Status !== 'Optimal') throw new Error(`${solution.Status}\n${program}`);
		return Math.round(solution.ObjectiveValue) + 0;
	};

	const lead: string[] = [];
	const stage = (sense: 'max' | 'min', objective: string): number => {
		const value = optimise(sense, objective, lead);
		lead.push(`${objective} ${sense === 'max' ? '>=' : '<='} ${value}`);
		return value;
	};
	return {
		mustWeight: stage(
			'max',
			weigh(({ wish }) => wish!.must),
		),
		weight: stage(
			'max',
			weigh(() => true),
		),
		dates: stage('min', terms(dates.map((date) => [1, `d${date}`]))),
		waiting: stage('min', waiting),
		end: stage('min', '1 finish'),
	};
}
