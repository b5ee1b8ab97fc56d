/** How to close what the test file that runs now has opened. */
const opened: (() => Promise<void>)[] = [];

/** Closes an app, and removes its database, when the test file ends. */
export function closeAtTheEnd(close: () => Promise<void>): void {
	opened.push(close);
}

/** Closes all apps of the test file that ends. */
export async function closeApps(): Promise<void> {
	for (const close of opened.splice(0)) await close();
}
