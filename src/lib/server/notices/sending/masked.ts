/** A page of ours runs no style sheet that is not its own; what a wording says of the dark is for mail programs. */
export const withoutStyleSheet = (html: string): string => html.replace(/<style>.*?<\/style>/s, '');

/** Private links let anybody in. */
export const masked = (text: string): string =>
	text.replaceAll(/\/(i|g|proof)\/[a-z2-7]+/g, (_, kind: string) => `/${kind}/…`);
