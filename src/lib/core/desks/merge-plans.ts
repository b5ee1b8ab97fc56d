import { isSame } from '../merge/is-same';
import { mergeFields, type Collision, type Merged } from '../merge/merge-fields';
import type { DeskPlan, SeriesPlan } from './desk-plan';

/**
 * Brings two changes of a desk together, field by field and series by series. Collisions say where:
 * `name`, `people`, `series/<id>/when`, `series/<id>` for a whole series.
 */
export function mergePlans(base: DeskPlan, mine: DeskPlan, theirs: DeskPlan): Merged<DeskPlan> {
	const { series: _base, ...baseFields } = base;
	const { series: _mine, ...mineFields } = mine;
	const { series: _theirs, ...theirFields } = theirs;
	const fields = mergeFields(baseFields, mineFields, theirFields);
	const collisions = [...fields.collisions];
	const [before, ours, others] = [base, mine, theirs].map(
		({ series }) => new Map(series.map((entry) => [entry.id, entry])),
	) as [Map<string, SeriesPlan>, Map<string, SeriesPlan>, Map<string, SeriesPlan>];
	const series: SeriesPlan[] = [];
	for (const id of new Set([...others.keys(), ...ours.keys(), ...before.keys()])) {
		const [b, m, t] = [before.get(id), ours.get(id), others.get(id)];
		const path = `series/${id}`;
		if (b && m && t) {
			const merged = mergeFields(b, m, t);
			series.push(merged.value);
			for (const { path: field, ...values } of merged.collisions)
				collisions.push({ path: `${path}/${field}`, ...values });
			continue;
		}
		const kept = isSame(m, b) || isSame(m, t) ? t : isSame(t, b) ? m : undefined;
		if (kept) series.push(kept);
		else if (!isSame(m, b) && !isSame(t, b) && !isSame(m, t)) {
			if (t) series.push(t);
			collisions.push({ path, mine: m, theirs: t });
		}
	}
	return { value: { ...fields.value, series }, collisions };
}

/**
 * The plan with one collision settled for the value that was mine. Besides the paths of `mergePlans` it
 * knows `series` for all hours.
 */
export function takeMine(plan: DeskPlan, { path, mine }: Collision): DeskPlan {
	const [field, id, part] = path.split('/');
	if (field !== 'series' || !id) return { ...plan, [path]: mine };
	if (part)
		return {
			...plan,
			series: plan.series.map((entry) => (entry.id === id ? { ...entry, [part]: mine } : entry)),
		};
	const others = plan.series.filter((entry) => entry.id !== id);
	return { ...plan, series: mine ? [...others, mine as SeriesPlan] : others };
}
