/** What a file may weigh, in bytes: as it comes, and unpacked. A school's lists are far below. */
export const LARGEST_FILE = 20 * 1024 * 1024;
export const LARGEST_UNPACKED = 100 * 1024 * 1024;

/** A file is larger than any list. */
export class TooLargeError extends Error {
	override readonly name = 'TooLargeError';
}
