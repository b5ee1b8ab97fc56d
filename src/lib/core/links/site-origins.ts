import { isWebLink } from './web-link';

/** What a browser's own machine is called; it alone is as safe without encryption. */
const LOOPBACK = ['localhost', '127.0.0.1'];

/**
 * The sites that a text names, one in each line, as browsers tell them apart (RFC 6454): scheme, host and port.
 * `www.school.example` will do, and so will the address of a page. `null` where a line names none, or one that
 * could be changed on its way to the reader.
 */
export function siteOrigins(typed: string): string[] | null {
	const lines = typed
		.split('\n')
		.map((line) => line.trim())
		.filter(Boolean);
	const origins = lines.map(originOf);
	return origins.includes(null) ? null : [...new Set(origins as string[])];
}

function originOf(line: string): string | null {
	const link = /^[a-z]+:\/\//i.test(line) ? line : `https://${line}`;
	// A star would be every site, and a quote the end of the rule that is told to browsers.
	if (!isWebLink(link) || /[*;,'"]/.test(link)) return null;
	const { origin, protocol, hostname } = new URL(link);
	const isNamed = hostname.includes('.') || LOOPBACK.includes(hostname);
	const isSafe = protocol === 'https:' || LOOPBACK.includes(hostname);
	return isNamed && isSafe ? origin : null;
}
