import type { SchoolColours } from './school-colours';

/** A school's logo, by what its address says, and how it is shown. */
export interface Logo {
	/** Of the picture; part of its address. */
	readonly digest: string;
	/** Pixels. */
	readonly width: number;
	readonly height: number;
	/** Whether it can be seen on the ground of a theme; where not, it stands on a plate. */
	readonly showsByDay: boolean;
	readonly showsInTheDark: boolean;
}

/** How a school looks and is reached, on every page and message that outsiders see. */
export interface SchoolLook {
	readonly name: string;
	readonly colours: SchoolColours;
	readonly logo: Logo | null;
	readonly welcome: string;
	/** Where letters go, in lines. */
	readonly postalAddress: string;
	readonly telephone: string | null;
	/** When the office can be reached, in the school's words. */
	readonly officeHours: string;
}

/** What pages show of a school's look, besides its name and colour. */
export type PageLook = Omit<SchoolLook, 'name' | 'colours'>;

/** Where the school is and how it is reached, in lines, below its messages. */
export const footOf = ({ name, postalAddress, telephone, officeHours }: SchoolLook): string => {
	const ways = [postalAddress, telephone, officeHours].filter(Boolean);
	return ways.length ? [name, ...ways].join('\n') : '';
};
