import type { FreeSlot, VisitProblem, VisitSums } from '$lib/core/planner/visit-problem';

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
	/** Who goes; of a party that goes together, 0. */
	readonly adult: number;
}

const overlap = (a: Choice['slot'], b: Choice['slot']) => a.start < b.end && b.start < a.end;

/**
 * The sums of the best visit, found by a mixed-integer solver in stages: each stage optimises one sum
 * with the earlier ones held fast. The model shares no code with the planner. A choice is a wish at a
 * slot (or a fixed appointment); two choices that are too near exclude each other unless a third one
 * lies between them, since only appointments in a row are compared. Of two adults who divide, each has
 * its own appointments, days and waiting; together they take no seat twice.
 */
export function solveVisit(
	solver: Solver,
	problem: VisitProblem,
	divided = false,
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
	const adults = divided ? [0, 1] : [0];
	const suits = (wish: VisitProblem['wishes'][number], slot: FreeSlot): boolean =>
		(wish.length ?? 1) === (slot.length ?? 1) &&
		(wish.closed ?? []).every(([from, to]) => slot.end <= from || to <= slot.start);
	const choices = problem.wishes.flatMap((wish, w) =>
		problem.slots
			.map((slot, s) => ({ slot, s }))
			.filter(
				({ slot }) => wish.desks.includes(slot.desk) && insideWindows(slot) && suits(wish, slot),
			)
			.flatMap(({ slot, s }) =>
				adults.map((adult) => ({ name: `x${w}_${s}_${adult}`, wish, slot, adult })),
			),
	);
	const fixed: Choice[] = problem.fixed.flatMap((slot, f) =>
		adults
			.filter((adult) => !divided || (slot.adults ?? [0, 1]).includes(adult as 0 | 1))
			.map((adult) => ({ name: `f${f}_${adult}`, wish: null, slot, adult })),
	);
	const all = [...choices, ...fixed];

	const rows: string[] = [];
	const atMost = (some: readonly Choice[], limit: number) => {
		if (some.length > limit) rows.push(`${some.map(({ name }) => name).join(' + ')} <= ${limit}`);
	};
	for (const wish of problem.wishes)
		atMost(
			choices.filter((choice) => choice.wish === wish),
			1,
		);
	const { family, perStudent = {}, perDeskDay = {}, oncePerDesk } = problem.limits ?? {};
	if (family !== undefined) atMost(choices, family);
	for (const [student, limit] of Object.entries(perStudent))
		atMost(
			choices.filter(({ wish }) => wish.student === student),
			limit,
		);
	for (const [deskDay, limit] of Object.entries(perDeskDay))
		atMost(
			choices.filter(({ slot }) => `${slot.desk}/${slot.date}` === deskDay),
			limit,
		);
	if (oncePerDesk)
		for (const student of new Set(problem.wishes.map(({ student }) => student)))
			for (const desk of new Set(problem.slots.map(({ desk }) => desk)))
				atMost(
					choices.filter(({ wish, slot }) => wish.student === student && slot.desk === desk),
					1,
				);
	for (const [index, a] of choices.entries())
		for (const b of choices.slice(index + 1)) {
			if (a.adult === b.adult || !overlap(a.slot, b.slot) || a.wish === b.wish) continue;
			const isOneChild = (a.wish.along ?? []).some((child) => b.wish.along?.includes(child));
			const isOneThing =
				a.slot.desk === b.slot.desk ||
				(a.slot.things ?? []).some((thing) => b.slot.things?.includes(thing));
			const fitsBoth = a.slot.id === b.slot.id ? (a.slot.seats ?? 1) >= 2 : !isOneThing;
			if (isOneChild || !fitsBoth) rows.push(`${a.name} + ${b.name} <= 1`);
		}
	for (const { name } of fixed) rows.push(`${name} = 1`);
	all.forEach((a, i) =>
		all.slice(i + 1).forEach((b) => {
			if (a.adult !== b.adult || a.slot.date !== b.slot.date || (!a.wish && !b.wish)) return;
			const [first, second] = a.slot.start <= b.slot.start ? [a, b] : [b, a];
			if (overlap(a.slot, b.slot)) rows.push(`${a.name} + ${b.name} <= 1`);
			else if (second.slot.start - first.slot.end < needed(first.slot.place, second.slot.place)) {
				const between = all.filter(
					({ slot, adult }) =>
						adult === a.adult &&
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
	/** The days of each adult: whether, from when and until when it is there. */
	const days = dates.flatMap((date) =>
		adults.map((adult) => ({ date, adult, at: `${date}_${adult}` })),
	);
	for (const { date, adult, at } of days) {
		const own = all.filter((choice) => choice.slot.date === date && choice.adult === adult);
		for (const { name, slot } of own) {
			rows.push(`d${date} - ${name} >= 0`, `p${at} - ${name} >= 0`);
			rows.push(`last${at} - ${slot.end - 1440 * date} ${name} >= 0`);
			rows.push(`first${at} + ${big - (slot.start - 1440 * date)} ${name} <= ${big}`);
			rows.push(`finish - ${slot.end} ${name} >= 0`);
		}
		rows.push(`first${at} - ${big} p${at} <= 0`, `last${at} - first${at} >= 0`);
		if (own.length === 0) rows.push(`p${at} = 0`);
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
		...days.flatMap(({ at }): [number, string][] => [
			[1, `last${at}`],
			[-1, `first${at}`],
		]),
		...all.map(({ name, slot }): [number, string] => [slot.start - slot.end, name]),
	]);
	const optimise = (sense: 'max' | 'min', objective: string, lead: string[]): number => {
		const binaries = [
			...all.map(({ name }) => name),
			...dates.map((date) => `d${date}`),
			...days.map(({ at }) => `p${at}`),
		];
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
