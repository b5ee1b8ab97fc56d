/** What a browser, a sheet of paper and a message can hold. */
const LONGEST = 500;

/**
 * Whether a text is a link of the web that may be shown to people: the one check for everything that
 * somebody types, reads in from a list, or sends in a file. No scripts, no files, no names and passwords
 * in it that make one address look like another.
 */
export function isWebLink(text: string): boolean {
	if (text.length > LONGEST || !/^https?:\/\/[^\s\\]+$/i.test(text) || !URL.canParse(text))
		return false;
	const { protocol, hostname, username, password } = new URL(text);
	return (
		(protocol === 'https:' || protocol === 'http:') &&
		hostname !== '' &&
		username === '' &&
		password === ''
	);
}
