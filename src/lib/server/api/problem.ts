import { json } from '@sveltejs/kit';

/** Something that could not be done, told as RFC 9457 says. */
export class Problem extends Error {
	override readonly name = 'Problem';

	constructor(
		readonly status: number,
		/** Ends the problem type's address; the same for the same kind of problem. */
		readonly kind: string,
		readonly title: string,
		readonly more: Record<string, unknown> = {},
		readonly headers: Record<string, string> = {},
	) {
		super(title);
	}

	response(): Response {
		const { status, kind, title, more, headers } = this;
		return json(
			{ type: `urn:ten-chairs:problem:${kind}`, title, status, ...more },
			{ status, headers: { ...headers, 'content-type': 'application/problem+json' } },
		);
	}
}

export const notFound = (): Problem => new Problem(404, 'not-found', 'There is nothing here.');
