type Write = (epoch: number) => string;

/** Writes as the options say, in any language and zone. What writes is made once for each: making it takes the longest. */
function writer(options: Intl.DateTimeFormatOptions): (locale: string, zone: string) => Write {
	const known = new Map<string, Write>();
	return (locale, zone) => {
		const key = `${locale} ${zone}`;
		let write = known.get(key);
		if (!write) {
			write = new Intl.DateTimeFormat(locale, { timeZone: zone, ...options }).format;
			known.set(key, write);
		}
		return write;
	};
}

/** Writes an instant (milliseconds) as the time that a zone's clock shows then: `16:06`. */
export const writtenTime = writer({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** `Thursday 3 December` */
export const writtenDate = writer({ weekday: 'long', day: 'numeric', month: 'long' });

/** `Thu 3 Dec` */
export const writtenShortDate = writer({ weekday: 'short', day: 'numeric', month: 'short' });

/** `Thu, 3 Dec 2026`, for a field that holds a date of any year */
export const writtenFullDate = writer({
	weekday: 'short',
	day: 'numeric',
	month: 'short',
	year: 'numeric',
});

/** `Thu` */
export const writtenWeekday = writer({ weekday: 'short' });

/** The locale in which a language of the messages writes dates: English at an international school, day before month. */
export const dateLocaleOf = (language: string): string => (language === 'en' ? 'en-GB' : language);
