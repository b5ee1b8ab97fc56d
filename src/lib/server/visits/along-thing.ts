import { createHash } from 'node:crypto';

/**
 * A student who comes along as a thing that can be claimed, for one family alone: the database's
 * `along_thing`. Another household of the student is not hindered and can learn nothing from it.
 */
export function alongThing(familyId: string, studentId: string): string {
	const digest = createHash('md5').update(`${familyId} ${studentId}`).digest('hex');
	return digest.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
