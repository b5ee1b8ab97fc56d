/**
 * Whether two plain values (as JSON has them) say the same. The order of an object's fields does not
 * matter, and a field that is missing is one that is undefined.
 */
export function isSame(a: unknown, b: unknown): boolean {
	if (a === b) return true;
	if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
	if (Array.isArray(a) !== Array.isArray(b)) return false;
	if (Array.isArray(a) && Array.isArray(b))
		return a.length === b.length && a.every((entry, index) => isSame(entry, b[index]));
	const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
	return Object.keys({ ...left, ...right }).every((key) => isSame(left[key], right[key]));
}
