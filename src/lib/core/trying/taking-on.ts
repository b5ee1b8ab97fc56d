import type { FamilyLimits, FamilyProjection, ShownAppointment } from '../visits/family-projection';

/**
 * What a family could choose from if it had one appointment more: its slots are taken, its wishes are met, and it
 * counts for the limits. The other way round from `givingUp`.
 */
export function takingOn(view: FamilyProjection, entry: ShownAppointment): FamilyProjection {
	const about = new Set(entry.students);
	return {
		...view,
		appointments: [...view.appointments, entry].sort((a, b) => a.start - b.start),
		slots: view.slots.map((slot) =>
			entry.slots.includes(slot.id) ? { ...slot, free: false, why: 'taken' } : slot,
		),
		wishes: view.wishes.map((wish) => ({
			...wish,
			placed: wish.placed || entry.wishes.includes(wish.id),
			openDesks:
				view.limits.oncePerDesk && about.has(wish.student)
					? wish.openDesks.filter((desk) => desk !== entry.desk)
					: wish.openDesks,
		})),
		limits: withOne(view.limits, entry),
	};
}

function withOne(limits: FamilyLimits, { desk, date, students }: ShownAppointment): FamilyLimits {
	const fewer = (left: Readonly<Record<string, number>>, keys: readonly string[]) => ({
		...left,
		...Object.fromEntries(
			keys.flatMap((key) => (key in left ? [[key, Math.max(0, left[key]! - 1)]] : [])),
		),
	});
	return {
		...limits,
		family: limits.family === null ? null : Math.max(0, limits.family - 1),
		perStudent: fewer(limits.perStudent, students),
		perDeskDay: fewer(limits.perDeskDay, [`${desk}/${date}`]),
	};
}
