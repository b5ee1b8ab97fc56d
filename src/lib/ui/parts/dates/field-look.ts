/** What a field shows besides its value, whatever is typed in it. */
export interface FieldLook {
	/** What it is for; said aloud, unless a label of its own stands beside it. */
	readonly label: string;
	readonly isLabelled?: boolean;
	readonly id?: string;
	/** Under which a form sends what is typed. */
	readonly name?: string;
	readonly describedBy?: string | undefined;
	readonly invalid?: boolean | undefined;
	/** Emptied, it shows again what it had. */
	readonly isRequired?: boolean;
	/** Only to be read. */
	readonly isFixed?: boolean;
	/** A piece of a sentence, instead of a box. */
	readonly isPiece?: boolean;
	readonly size?: 'input-sm';
	/** A class of its width. */
	readonly width?: string;
}
