import type { Hex } from '../look/oklch';
import { THEMES, USUAL_COLOURS, type SchoolColours, type Theme } from '../look/school-colours';
import type { Logo } from '../look/school-look';
import type { Wording, WordingPart, WordingRow } from './wording';

/** Colours of the look; mail programs know neither our style sheets nor our fonts. */
const PAINTS = {
	hall: { ...THEMES.hall, ink: '#25201a', quiet: '#5f5546', line: '#ddd0ba' },
	dusk: { ...THEMES.dusk, ink: '#f1e9da', quiet: '#c9bda9', line: '#463c30' },
} as const;

/** How a school's messages look. */
export interface MessageLook {
	readonly colours: SchoolColours;
	/** Its logo, and where a mail program finds it: within the message. */
	readonly logo: (Omit<Logo, 'digest'> & { readonly source: string }) | null;
}

const PLAIN_LOOK: MessageLook = { colours: USUAL_COLOURS, logo: null };

/** Pixels that a logo takes at most in a message. */
const LOGO_WIDTH = 260;
const LOGO_HEIGHT = 72;

const ESCAPES: Readonly<Record<string, string>> = {
	'&': '&amp;',
	'<': '&lt;',
	'>': '&gt;',
	'"': '&quot;',
	"'": '&#39;',
};
const safe = (text: string): string => text.replaceAll(/[&<>"']/g, (sign) => ESCAPES[sign]!);

/**
 * A wording as HTML: one column that fits 320 px, readable without pictures, without script, forms or anything that
 * is fetched; in the dark with the colours that mail programs put in the place of its own. `theme` is what it looks
 * like where these cannot choose: by day, except to show how it looks in the dark.
 */
export function htmlWording(
	wording: Wording,
	language: string,
	look: MessageLook = PLAIN_LOOK,
	theme: Theme = 'hall',
): string {
	const paint = { ...PAINTS[theme], colour: look.colours[theme] };
	const dark = PAINTS.dusk;
	return `<!doctype html>
<html lang="${safe(language)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<meta name="supported-color-schemes" content="light dark">
<title>${safe(wording.subject)}</title>
<style>
:root { color-scheme: light dark; }
@media (prefers-color-scheme: dark) {
.ground { background: ${dark.ground} !important; }
.paper { background: ${dark.sheet} !important; color: ${dark.ink} !important; border-color: ${dark.line} !important; }
.quiet { color: ${dark.quiet} !important; }
.school { color: ${look.colours.dusk} !important; }
.way { background: ${look.colours.dusk} !important; color: ${dark.onColour} !important; }
.row { border-color: ${dark.line} !important; }
a { color: ${look.colours.dusk} !important; }
}
</style>
</head>
<body class="ground" style="margin:0;padding:0;background:${paint.ground}">
<div class="ground" style="padding:16px 8px;background:${paint.ground}">
<div class="paper" style="max-width:560px;margin:0 auto;padding:24px 20px;background:${paint.sheet};color:${paint.ink};border:1px solid ${paint.line};border-radius:12px;font:16px/1.5 Arial,Helvetica,sans-serif;overflow-wrap:anywhere">
${look.logo ? `${htmlLogo(look.logo)}\n` : ''}<p class="school" style="margin:0 0 20px;font-weight:bold;color:${paint.colour}">${safe(wording.school)}</p>
${wording.parts.map((part) => htmlPart(part, paint)).join('\n')}
${wording.foot ? htmlPart({ kind: 'quiet', text: wording.foot }, paint) : ''}
</div>
</div>
</body>
</html>
`;
}

/** A page of ours runs no style sheet that is not its own; what a wording says of the dark is for mail programs. */
export const withoutStyleSheet = (html: string): string => html.replace(/<style>.*?<\/style>/s, '');

interface Paint {
	readonly sheet: Hex;
	readonly onColour: Hex;
	readonly ink: Hex;
	readonly quiet: Hex;
	readonly line: Hex;
	readonly colour: Hex;
}

/** On a plate where one of the themes would hide it: which one a mail program takes nobody knows. */
function htmlLogo({
	source,
	width,
	height,
	showsByDay,
	showsInTheDark,
}: NonNullable<MessageLook['logo']>): string {
	const scale = Math.min(1, LOGO_WIDTH / width, LOGO_HEIGHT / height);
	const plate = showsByDay && showsInTheDark ? null : THEMES[showsByDay ? 'hall' : 'dusk'].sheet;
	const style = plate
		? `display:block;padding:6px;border-radius:6px;background:${plate}`
		: 'display:block';
	return `<p style="margin:0 0 12px"><img src="${safe(source)}" alt="" width="${Math.round(width * scale)}" height="${Math.round(height * scale)}" style="${style}"></p>`;
}

function htmlPart(part: WordingPart, paint: Paint): string {
	switch (part.kind) {
		case 'words':
			return `<p style="margin:0 0 16px">${lines(part.text)}</p>`;
		case 'quiet':
			return `<p class="quiet" style="margin:16px 0 0;font-size:14px;color:${paint.quiet}">${lines(part.text)}</p>`;
		case 'way':
			return `<p style="margin:20px 0"><a class="way" href="${safe(part.link)}" style="display:inline-block;padding:12px 18px;border-radius:8px;background:${paint.colour};color:${paint.onColour};font-weight:bold;text-decoration:none">${safe(part.text)}</a></p>`;
		case 'rows':
			return `${part.title ? `<p style="margin:16px 0 4px;font-weight:bold">${safe(part.title)}</p>\n` : ''}${part.rows.map((row) => htmlRow(row, paint)).join('\n')}`;
	}
}

const lines = (text: string): string => safe(text).replaceAll('\n', '<br>');

function htmlRow(
	{ time, what, where, link, note }: WordingRow,
	{ quiet, line, colour }: Paint,
): string {
	const about = [where, note]
		.filter(Boolean)
		.map(
			(text) =>
				`<br><span class="quiet" style="font-size:14px;color:${quiet}">${safe(text)}</span>`,
		)
		.join('');
	const door = link
		? `<br><a href="${safe(link)}" style="font-size:14px;color:${colour}">${safe(link)}</a>`
		: '';
	return `<p class="row" style="margin:0;padding:10px 0;border-top:1px solid ${line}"><strong>${safe(time)}</strong>&ensp;<strong>${safe(what)}</strong>${about}${door}</p>`;
}
