declare module '*?node-worker' {
	/** A worker thread's program, to be started from a `data:` address. */
	const source: string;
	export default source;
}
