import { z, type ZodMiniType } from 'zod/mini';

/** What the server said to a request that it answers line by line: why it did not do what was asked. */
export class ToldProblem extends Error {
	override readonly name = 'ToldProblem';
}

const line = z.union([
	z.object({ progress: z.number() }),
	z.object({ answer: z.unknown() }),
	z.object({ problem: z.string() }),
]);

/**
 * Sends a body and follows the answer, which comes as lines of JSON: how far it is (a part of 1), then the
 * answer. Throws `ToldProblem` with the server's sentence, and another error when nothing came of it.
 */
export async function postForLines<Answer>(
	address: string,
	answer: ZodMiniType<Answer>,
	body: unknown,
	progress: (part: number) => void,
): Promise<Answer> {
	const response = await fetch(address, {
		method: 'POST',
		headers: {
			'content-type': 'application/json',
			accept: 'application/x-ndjson, application/json',
		},
		body: JSON.stringify(body),
	});
	if (!response.ok || !response.body) throw new Error(String(response.status));
	let rest = '';
	for await (const chunk of chunksOf(response.body)) {
		const lines = (rest + chunk).split('\n');
		rest = lines.pop()!;
		for (const text of lines) {
			const said = line.parse(JSON.parse(text));
			if ('problem' in said) throw new ToldProblem(said.problem);
			if ('answer' in said) return answer.parse(said.answer);
			progress(said.progress);
		}
	}
	throw new Error('the answer did not come to its end');
}

/** Not every browser iterates over a stream by itself. */
async function* chunksOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
	const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair).getReader();
	for (;;) {
		const { done, value } = (await reader.read()) as ReadableStreamReadResult<string>;
		if (done) return;
		yield value;
	}
}
