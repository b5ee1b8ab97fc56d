import type { Hex } from '../../core/look/oklch';
import { THEMES } from '../../core/look/school-colours';
import type { ButtonPicture } from './button-picture';

const ESCAPES: Readonly<Record<string, string>> = {
	'&': '&amp;',
	'<': '&lt;',
	'>': '&gt;',
	'"': '&quot;',
};
const safe = (text: string): string => text.replaceAll(/[&<>"]/g, (sign) => ESCAPES[sign]!);

/** A button for a page of the school's own site, in its colour. */
export const buttonHtml = (address: string, text: string, colour: Hex): string =>
	`<a href="${safe(address)}" style="display:inline-block;padding:12px 18px;border-radius:8px;background:${colour};color:${THEMES.hall.onColour};font:bold 16px/1.3 sans-serif;text-decoration:none">${safe(text)}</a>`;

/** A picture with its link, for an e-mail or a signature. */
export const pictureHtml = (
	address: string,
	text: string,
	{ source, width, height }: ButtonPicture,
): string =>
	`<a href="${safe(address)}"><img src="${source}" width="${width}" height="${height}" alt="${safe(text)}" style="border:0"></a>`;

/** Pixels, until the frame's own page says how high it is; where no script may run it stays so. */
const FIRST_HEIGHT = 340;

/** A frame for a page of the school's own site, which grows with what is in it. */
export const frameHtml = (origin: string, address: string, title: string): string =>
	`<iframe src="${origin}/frame/${encodeURIComponent(address)}" title="${safe(title)}" loading="lazy" style="width:100%;height:${FIRST_HEIGHT}px;border:0"></iframe>
<script src="${origin}/frame.js" async></script>`;
