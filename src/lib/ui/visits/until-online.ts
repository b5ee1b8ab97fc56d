/** After so many milliseconds, or when the browser says that there is a network again. */
export const untilOnline = (milliseconds: number): Promise<void> =>
	new Promise((resolve) => {
		const done = () => {
			clearTimeout(timer);
			removeEventListener('online', done);
			resolve();
		};
		const timer = setTimeout(done, milliseconds);
		addEventListener('online', done);
	});
