import { DAY_MINUTES } from './local-of';

const SHAPE = /^(\d{1,2})(?:[:.h ]{0,3}(\d{2}))?\s*(?:h|uhr|([ap])\.?\s*m\.?)?$/;

/**
 * A time of day as people type it (`16`, `4pm`, `16:00`, `1600`, `4.30 p.m.`, `16h30`, `16 Uhr`,
 * `noon`), in minutes
 * after midnight; `24:00` is 1440. `null` when it is none.
 */
export function parseTypedTime(text: string): number | null {
	const plain = text.trim().toLowerCase();
	if (plain === 'noon') return 720;
	if (plain === 'midnight') return DAY_MINUTES;
	const match = SHAPE.exec(plain);
	if (!match) return null;
	const [, hours, minutes = '0', half] = match;
	const hour = Number(hours);
	if (half && (hour < 1 || hour > 12)) return null;
	const total = (half ? (hour % 12) + (half === 'p' ? 12 : 0) : hour) * 60 + Number(minutes);
	return Number(minutes) < 60 && total <= DAY_MINUTES ? total : null;
}

/** Minutes after midnight as `16:05`, the form in which times are stored and typed back. */
export function formatTimeOfDay(minute: number): string {
	const pad = (value: number) => String(value).padStart(2, '0');
	return `${pad(Math.floor(minute / 60))}:${pad(minute % 60)}`;
}
