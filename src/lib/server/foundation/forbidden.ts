/** Whoever asked may not do this. */
export class ForbiddenError extends Error {
	override readonly name = 'ForbiddenError';
}
