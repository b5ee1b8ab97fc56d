import type { Wording, WordingPart, WordingRow } from './wording';

/** Colours of the look, by name; mail programs know neither our style sheets nor our fonts. */
const INK = '#25201a';
const QUIET = '#5f5546';
const PAPER = '#fffdf7';
const GROUND = '#f4eee2';
const LEAF = '#4f6b2a';
const LINE = '#ddd0ba';

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
 * is fetched; in the dark with the colours that mail programs put in the place of its own.
 */
export const htmlWording = (wording: Wording, language: string): string => `<!doctype html>
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
.ground { background: #1b1713 !important; }
.paper { background: #241f1a !important; color: #f1e9da !important; border-color: #463c30 !important; }
.quiet { color: #c9bda9 !important; }
.school { color: #a9c47e !important; }
.way { background: #a9c47e !important; color: #1b1713 !important; }
.row { border-color: #463c30 !important; }
a { color: #a9c47e; }
}
</style>
</head>
<body class="ground" style="margin:0;padding:0;background:${GROUND}">
<div class="ground" style="padding:16px 8px;background:${GROUND}">
<div class="paper" style="max-width:560px;margin:0 auto;padding:24px 20px;background:${PAPER};color:${INK};border:1px solid ${LINE};border-radius:12px;font:16px/1.5 Arial,Helvetica,sans-serif;overflow-wrap:anywhere">
<p class="school" style="margin:0 0 20px;font-weight:bold;color:${LEAF}">${safe(wording.school)}</p>
${wording.parts.map(htmlPart).join('\n')}
</div>
</div>
</body>
</html>
`;

function htmlPart(part: WordingPart): string {
	switch (part.kind) {
		case 'words':
			return `<p style="margin:0 0 16px">${lines(part.text)}</p>`;
		case 'quiet':
			return `<p class="quiet" style="margin:16px 0 0;font-size:14px;color:${QUIET}">${lines(part.text)}</p>`;
		case 'way':
			return `<p style="margin:20px 0"><a class="way" href="${safe(part.link)}" style="display:inline-block;padding:12px 18px;border-radius:8px;background:${LEAF};color:${PAPER};font-weight:bold;text-decoration:none">${safe(part.text)}</a></p>`;
		case 'rows':
			return `${part.title ? `<p style="margin:16px 0 4px;font-weight:bold">${safe(part.title)}</p>\n` : ''}${part.rows.map(htmlRow).join('\n')}`;
	}
}

const lines = (text: string): string => safe(text).replaceAll('\n', '<br>');

function htmlRow({ time, what, where, link, note }: WordingRow): string {
	const about = [where, note]
		.filter(Boolean)
		.map(
			(text) =>
				`<br><span class="quiet" style="font-size:14px;color:${QUIET}">${safe(text)}</span>`,
		)
		.join('');
	const door = link ? `<br><a href="${safe(link)}" style="font-size:14px">${safe(link)}</a>` : '';
	return `<p class="row" style="margin:0;padding:10px 0;border-top:1px solid ${LINE}"><strong>${safe(time)}</strong>&ensp;<strong>${safe(what)}</strong>${about}${door}</p>`;
}
