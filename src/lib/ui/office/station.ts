/** A step of the work on the path. */
export interface Station {
	readonly key: string;
	readonly href: string;
	readonly name: string;
	/** How it stands, in a few words. */
	readonly note: string;
	readonly state: 'done' | 'look' | 'ahead';
}
