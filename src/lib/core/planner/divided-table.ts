import { isForBoth, type Candidate, type DayCandidates } from './candidates';
import { MAJOR, UNREACHABLE, type DayTable, type Ranking } from './day-table';

/**
 * A date's table for two adults who divide the appointments: of every set of wishes, the best way to
 * part it between them. Each waits for itself; the date ends when the last of them is done. Whether
 * two appointments get into each other's way is not asked here.
 *
 * `tableOf` fills one adult's table; where both attend the same fixed appointments it is one.
 */
export function dividedTable(
	day: DayCandidates,
	tableOf: (adult: 0 | 1) => DayTable,
	wishCount: number,
	ranking: Ranking,
): DayTable {
	const isAlike = day.fixed.every(isForBoth);
	const one = tableOf(0);
	const other = isAlike ? one : tableOf(1);
	const sets = 1 << wishCount;
	const earliest = Math.min(one.earliest, other.earliest);
	const [waitingUnit, endUnit] = ranking === 'waiting-then-end' ? [MAJOR, 1] : [1, MAJOR];

	/** Waiting and end of one adult's part; staying at home costs nothing. */
	const partsOf = (table: DayTable) => {
		const waiting = new Int32Array(sets).fill(UNREACHABLE);
		const end = new Int32Array(sets);
		table.costs().forEach((cost, set) => {
			if (cost === UNREACHABLE) return;
			waiting[set] = table.waitingOf(cost);
			end[set] = table.endOf(cost) - earliest;
		});
		if (!table.hasFixed) waiting[0] = 0;
		return { waiting, end };
	};
	const first = partsOf(one);
	const second = other === one ? first : partsOf(other);
	const costOf = (mine: number, theirs: number): number => {
		const waiting = first.waiting[mine]! + second.waiting[theirs]!;
		if (waiting >= UNREACHABLE) return UNREACHABLE;
		return waiting * waitingUnit + Math.max(first.end[mine]!, second.end[theirs]!) * endUnit;
	};

	const costs = new Int32Array(sets).fill(UNREACHABLE);
	for (let mine = 0; mine < sets; mine++) {
		if (first.waiting[mine] === UNREACHABLE) continue;
		const others = (sets - 1) & ~mine;
		for (let theirs = others; ; theirs = (theirs - 1) & others) {
			const cost = costOf(mine, theirs);
			if (cost < costs[mine | theirs]!) costs[mine | theirs] = cost;
			if (theirs === 0) break;
		}
	}
	const hasFixed = day.fixed.length > 0;
	if (!hasFixed) costs[0] = UNREACHABLE;

	const of = (table: DayTable, adult: 0 | 1, set: number): Candidate[] =>
		set || table.hasFixed ? [...table.trace(set)].map((entry) => ({ ...entry, adult })) : [];
	const waitingFirst = ranking === 'waiting-then-end';
	return {
		date: day.date,
		earliest,
		hasFixed,
		cost: (set) => costs[set]!,
		costs: () => costs,
		trace: (set) => {
			// The first adult takes the largest part that costs as little.
			for (let mine = set; ; mine = (mine - 1) & set) {
				if (costOf(mine, set & ~mine) === costs[set])
					return [...of(one, 0, mine), ...of(other, 1, set & ~mine)].sort(
						(a, b) => a.slot.start - b.slot.start || a.wish - b.wish,
					);
				if (mine === 0) throw new Error('no parts add up to the cost of this set');
			}
		},
		waitingOf: (cost) => (waitingFirst ? Math.floor(cost / MAJOR) : cost % MAJOR),
		endOf: (cost) => earliest + (waitingFirst ? cost % MAJOR : Math.floor(cost / MAJOR)),
	};
}
