/** What a file may weigh, in bytes: as it comes, and unpacked. A school's lists are far below. */
export const LARGEST_FILE = 20 * 1024 * 1024;
export const LARGEST_UNPACKED = 100 * 1024 * 1024;
/** Files within one packed file. */
export const MOST_FILES = 5000;

/** A file is larger than any list. */
export class TooLargeError extends Error {
	override readonly name = 'TooLargeError';
}
