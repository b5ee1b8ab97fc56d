import type { Hex } from '../../core/look/oklch';
import { THEMES } from '../../core/look/school-colours';

/** A picture of a button; sizes are the ones it is shown in, in pixels. */
export interface ButtonPicture {
	/** PNG, as a `data:` address. */
	readonly source: string;
	readonly width: number;
	readonly height: number;
}

const HEIGHT = 46;
const MARGIN = 22;
const CORNER = 8;
const FONT = "bold 18px 'Atkinson Hyperlegible Next Variable', sans-serif";
/** Drawn larger than it is shown, for screens with small pixels and for paper. */
const SCALE = 3;

/** Draws a button in the school's colour: programs for mail show pictures, and hardly any style. */
export async function drawButton(text: string, colour: Hex): Promise<ButtonPicture> {
	await document.fonts.load(FONT, text);
	const canvas = document.createElement('canvas');
	const pen = canvas.getContext('2d')!;
	pen.font = FONT;
	const width = Math.ceil(pen.measureText(text).width) + 2 * MARGIN;
	canvas.width = width * SCALE;
	canvas.height = HEIGHT * SCALE;
	// A canvas of another size has forgotten how it was to be drawn on.
	pen.scale(SCALE, SCALE);
	pen.font = FONT;
	pen.textAlign = 'center';
	pen.textBaseline = 'middle';
	pen.fillStyle = colour;
	pen.beginPath();
	pen.roundRect(0, 0, width, HEIGHT, CORNER);
	pen.fill();
	pen.fillStyle = THEMES.hall.onColour;
	pen.fillText(text, width / 2, HEIGHT / 2);
	return { source: canvas.toDataURL('image/png'), width, height: HEIGHT };
}
