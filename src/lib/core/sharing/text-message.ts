/** The characters of a text message's own alphabet (3GPP TS 23.038, 6.2.1), which take one place each. */
const BASIC =
	'@£$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !"#¤%&\'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà';
/** Its extension (6.2.1.1): two places each. */
const EXTENSION = '\f^{}\\[~]|€';

/** How many places a message has, alone and as one of several that are joined (3GPP TS 23.040, 9.2.3.24.1). */
const PLACES = {
	/** 140 octets of 7 bits each; joined, 6 octets say which part it is. */
	basic: { alone: 160, joined: 153 },
	/** The same in UTF-16, as soon as one character is in neither table. */
	any: { alone: 70, joined: 67 },
} as const;

/** What a text costs as text messages. */
export interface TextMessageSize {
	readonly places: number;
	readonly messages: number;
}

/** How many places a text takes, and how many messages telephones make of it. */
export function textMessageSize(text: string): TextMessageSize {
	const costs = [...text].map((character) => {
		if (BASIC.includes(character)) return 1;
		return EXTENSION.includes(character) ? 2 : null;
	});
	const isBasic = costs.every((cost) => cost !== null);
	const places = isBasic ? costs.reduce<number>((sum, cost) => sum + cost!, 0) : text.length;
	const { alone, joined } = PLACES[isBasic ? 'basic' : 'any'];
	return { places, messages: places <= alone ? 1 : Math.ceil(places / joined) };
}

/** The first of several wordings, longest first, that is one message; the last where none is. */
export const fittingText = (wordings: readonly [string, ...string[]]): string =>
	wordings.find((text) => textMessageSize(text).messages === 1) ?? wordings.at(-1)!;
