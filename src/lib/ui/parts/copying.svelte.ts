/** How long it is said that something was copied; milliseconds. */
const SAID = 2000;

/** Copies a text, and says for a while what became of it. */
export class Copying {
	state = $state<'ready' | 'copied' | 'failed'>('ready');

	async copy(text: Promise<string>): Promise<void> {
		this.state = 'ready';
		try {
			// The clipboard takes a promise: some browsers have forgotten the press by the time it is kept.
			const plain = text.then((read) => new Blob([read], { type: 'text/plain' }));
			await navigator.clipboard.write([new ClipboardItem({ 'text/plain': plain })]);
			this.state = 'copied';
			setTimeout(() => (this.state = 'ready'), SAID);
		} catch {
			this.state = 'failed';
		}
	}
}
