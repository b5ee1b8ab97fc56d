/** One line of a visit as a message shows it. */
export interface WordingRow {
	/** `18:14–18:24` */
	readonly time: string;
	readonly what: string;
	readonly where: string;
	/** Its video door, where it has one. */
	readonly link: string | null;
	/** What is particular about it: that it moved, or waits for an answer. */
	readonly note: string;
}

/** What a message consists of. */
export type WordingPart =
	| { readonly kind: 'words'; readonly text: string }
	| { readonly kind: 'rows'; readonly title: string; readonly rows: readonly WordingRow[] }
	| { readonly kind: 'way'; readonly text: string; readonly link: string }
	| { readonly kind: 'quiet'; readonly text: string };

/** A message before it is written: from one source its plain text and its HTML are made. */
export interface Wording {
	readonly subject: string;
	/** Of whom it is, at its head. */
	readonly school: string;
	readonly parts: readonly WordingPart[];
	/** Where the school is and how it is reached, in lines; empty: nothing is said. */
	readonly foot?: string;
}

/** A wording as plain text. */
export const plainWording = ({ parts, foot }: Wording): string =>
	`${[...parts.map(plainPart), foot].filter(Boolean).join('\n\n')}\n`;

function plainPart(part: WordingPart): string {
	switch (part.kind) {
		case 'words':
		case 'quiet':
			return part.text;
		case 'way':
			return `${part.text}:\n${part.link}`;
		case 'rows':
			return [part.title, ...part.rows.map(plainRow)].filter(Boolean).join('\n');
	}
}

const plainRow = ({ time, what, where, link, note }: WordingRow): string =>
	[
		`  ${time}  ${what}`,
		...[where, note, link].filter(Boolean).map((text) => `      ${text}`),
	].join('\n');
