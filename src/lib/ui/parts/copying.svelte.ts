/** How long it is said that something was copied; milliseconds. */
const SAID = 2000;

/** Copies a text, and says for a while what became of it. */
export class Copying {
	state = $state<'ready' | 'copied' | 'failed'>('ready');

	/** `html`: the same for what shows more than letters. */
	async copy(text: Promise<string>, html?: Promise<string>): Promise<void> {
		this.state = 'ready';
		try {
			// The clipboard takes a promise: some browsers have forgotten the press by the time it is kept.
			const as = (type: string, words: Promise<string>) => ({
				[type]: words.then((read) => new Blob([read], { type })),
			});
			const kinds = Object.assign(as('text/plain', text), html && as('text/html', html));
			await navigator.clipboard.write([new ClipboardItem(kinds)]);
			this.state = 'copied';
			setTimeout(() => (this.state = 'ready'), SAID);
		} catch {
			this.state = 'failed';
		}
	}
}
