import { RefusedError } from './kept-documents.svelte';

/** Sends a body to the server and reads its answer. A refusal (4xx) is final, anything else may pass. */
export async function sendJson<T>(address: string, body: unknown): Promise<T> {
	const answer = await fetch(address, {
		method: 'PUT',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body),
	});
	if (answer.ok) return (await answer.json()) as T;
	if (answer.status >= 400 && answer.status < 500) throw new RefusedError(String(answer.status));
	throw new Error(String(answer.status));
}

/** Reads what the server has; `null` when it cannot be reached, for the page has something to show. */
export async function readJson<T>(address: string): Promise<T | null> {
	const answer = await fetch(address).catch(() => null);
	return answer?.ok ? ((await answer.json()) as T) : null;
}

/** Asks an address for a text. Throws where there is none. */
export async function readText(address: string): Promise<string> {
	const answer = await fetch(address);
	if (!answer.ok) throw new Error(`${answer.status}`);
	return answer.text();
}
