/**
 * What a spreadsheet would take for a formula (OWASP, "CSV Injection"): a sign at the beginning, also in the
 * full width of East Asian type, and behind spaces and marks that nobody sees.
 */
const LOOKS_LIKE_A_FORMULA = /^[\s\p{Z}\p{C}]*[=+\-@|\uff1d\uff0b\uff0d\uff20]|^[\t\r\n]/u;
const TELEPHONE = /^\+[\d\s().-]+$/;

/**
 * A cell as it is written into any kind of list: what a spreadsheet would run gets an apostrophe before it,
 * telephone numbers are left as they are.
 */
export const writtenCell = (text: string): string =>
	LOOKS_LIKE_A_FORMULA.test(text) && !TELEPHONE.test(text) ? `'${text}` : text;
