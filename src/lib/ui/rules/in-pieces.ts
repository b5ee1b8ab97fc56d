/** A part of a sentence: words, or where a control stands. */
export type SentencePart = { readonly text: string } | { readonly piece: string };

// Signs that no language writes (Unicode, private use).
const [OPEN, CLOSE] = ['\ue000', '\ue001'];

/** Takes a sentence apart where its pieces stand, in the order of the language. */
export function inPieces(says: (place: (name: string) => string) => string): SentencePart[] {
	return says((name) => OPEN + name + CLOSE)
		.split(/\ue000(\w+)\ue001/)
		.map((part, index) => (index % 2 ? { piece: part } : { text: part }))
		.filter((part) => 'piece' in part || part.text !== '');
}
