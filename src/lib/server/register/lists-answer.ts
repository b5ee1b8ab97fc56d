import { m } from '$lib/paraglide/messages';
import { failureOf } from '../foundation/failures/failure-of';
import { logFailure } from '../foundation/failures/log-failure';
import { ListsTooLargeError } from './compare-aside';

/** The body of a request, as it came. */
export const bytesOf = async (request: Request): Promise<Uint8Array> =>
	new Uint8Array(await request.arrayBuffer());

/**
 * Answers while the work goes on: a line of JSON for each word of progress (`{"progress": 0.4}`), and a last
 * one with the answer (`{"answer": …}`), or with a sentence for why there is none (`{"problem": …}`). `work`
 * gives the answer as JSON; `null`: what was sent could not be read.
 */
export function answerInLines(
	{ app, request }: App.Locals,
	work: (progress: (part: number) => void) => Promise<string | null>,
): Response {
	const body = new ReadableStream<string>({
		async start(controller) {
			let told = 0;
			const say = (line: string) => controller.enqueue(`${line}\n`);
			try {
				const answer = await work((part) => {
					if (part - told < 0.01) return;
					told = part;
					say(JSON.stringify({ progress: part }));
				});
				say(answer === null ? problem(m.lists_failed()) : `{"answer":${answer}}`);
			} catch (error) {
				if (error instanceof ListsTooLargeError) say(problem(m.lists_too_large()));
				else {
					logFailure(app, error, { request });
					say(problem(failureOf(error)?.kind === 'busy' ? m.error_busy() : m.lists_failed()));
				}
			}
			controller.close();
		},
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'application/x-ndjson; charset=utf-8' },
	});
}

const problem = (sentence: string): string => JSON.stringify({ problem: sentence });
