/** A family with everything that tells it from others of the same name. */
export interface FoundFamily {
	readonly id: string;
	readonly label: string;
	readonly address: string;
	readonly adults: readonly string[];
	readonly students: readonly string[];
}
