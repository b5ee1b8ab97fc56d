import type { FamilyProjection, ShownAppointment } from './family-projection';

/**
 * A projection that was read a while ago as it is at `now`: booking has opened or closed, and what was kept for
 * a while is kept no longer. So open pages turn by themselves, and do not all ask the server at one moment.
 */
export function asOf(view: FamilyProjection, now: number): FamilyProjection {
	const holds = view.holds.filter(({ until }) => until > now);
	return { ...view, ...openedOrClosed(view, now), holds };
}

/** The next moment at which it will be something else; `null`: it stays. */
export function nextTurn(
	{ conference, notBookable, holds, appointments }: FamilyProjection,
	now: number,
): number | null {
	const opens = notBookable?.code === 'not-open-yet' ? notBookable.opensAt : null;
	const moments = [
		opens,
		conference.closesAt,
		...holds.map(({ until }) => until),
		...appointments.flatMap(({ changeableUntil, end }) => [changeableUntil, end]),
	];
	const ahead = moments.filter((moment): moment is number => moment !== null && moment > now);
	return ahead.length ? Math.min(...ahead) : null;
}

function openedOrClosed(
	{ notBookable, phase, conference: { closesAt } }: FamilyProjection,
	now: number,
): Pick<FamilyProjection, 'notBookable' | 'phase'> {
	const isWaiting = notBookable?.code === 'not-open-yet';
	if (isWaiting ? now < notBookable.opensAt : notBookable !== null) return { notBookable, phase };
	if (closesAt !== null && now >= closesAt)
		return {
			notBookable: { code: 'closed', closesAt },
			phase: phase === 'open' || phase === 'being-prepared' ? 'closed' : phase,
		};
	return { notBookable: null, phase: phase === 'being-prepared' ? 'open' : phase };
}

/** Whether the family may still move or cancel an appointment itself, as far as its own moment goes. */
export const isChangeable = (
	{ changeableUntil }: Pick<ShownAppointment, 'changeableUntil'>,
	now: number,
): boolean => now < changeableUntil;
