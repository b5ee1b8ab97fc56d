/** A number as a telephone takes it: of what is typed, the digits up to a PIN or a word. */
export const telephoneHref = (number: string): string =>
	`tel:${(/^\+?[\d\s().\-/]+/.exec(number)?.[0] ?? '').replace(/[^+\d]/g, '')}`;
