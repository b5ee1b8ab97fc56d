const RIGHT_TO_LEFT = new Set(['Arab', 'Hebr', 'Syrc', 'Thaa', 'Nkoo', 'Adlm']);

/** The direction in which a language is written. */
export function textDirection(locale: string): 'ltr' | 'rtl' {
	const { script } = new Intl.Locale(locale).maximize();
	return RIGHT_TO_LEFT.has(script ?? '') ? 'rtl' : 'ltr';
}
