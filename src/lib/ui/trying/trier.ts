/** A colleague who tries a conference. */
export interface Trier {
	readonly family: string;
	readonly name: string;
	readonly link: string;
	/** When the link was last opened, in milliseconds; `null`: never. */
	readonly openedAt: number | null;
	/** How many appointments stand. */
	readonly booked: number;
}
