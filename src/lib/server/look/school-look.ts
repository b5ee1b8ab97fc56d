import { eq } from 'drizzle-orm';
import { schoolColours } from '../../core/look/school-colours';
import type { SchoolLook } from '../../core/look/school-look';
import type { Reader } from '../foundation/database/connect';
import { school, schoolLogo } from '../foundation/database/schema';

/** The look, and where it may be shown. */
export interface ShownLook extends SchoolLook {
	/** Origins of the sites on whose pages a conference may stand in a frame. */
	readonly frameSites: readonly string[];
}

/** How the school looks and is reached; `null` before it was set up. */
export async function readLook(db: Reader): Promise<ShownLook | null> {
	const [row] = await db
		.select({
			name: school.name,
			colour: school.colour,
			welcome: school.welcome,
			postalAddress: school.postalAddress,
			telephone: school.telephone,
			officeHours: school.officeHours,
			frameSites: school.frameSites,
			logo: {
				digest: schoolLogo.digest,
				width: schoolLogo.width,
				height: schoolLogo.height,
				showsByDay: schoolLogo.showsByDay,
				showsInTheDark: schoolLogo.showsInTheDark,
			},
		})
		.from(school)
		.leftJoin(schoolLogo, eq(schoolLogo.schoolId, school.id));
	if (!row) return null;
	const { colour, ...look } = row;
	return { ...look, colours: schoolColours(colour) };
}

/** How long a look is taken for what it is; another process may have changed it. Milliseconds. */
const KEPT = 5_000;

/** The school's look for every page, without asking the database for each. */
export class KeptLook {
	#read: { readonly look: Promise<ShownLook | null>; readonly at: number } | null = null;

	constructor(
		private readonly db: Reader,
		private readonly clock: Pick<Performance, 'now'> = performance,
	) {}

	current(): Promise<ShownLook | null> {
		if (this.#read === null || this.clock.now() - this.#read.at > KEPT) {
			const look = readLook(this.db);
			this.#read = { look, at: this.clock.now() };
			// What failed is asked for again.
			look.catch(() => this.forget());
		}
		return this.#read!.look;
	}

	/** The look for what must not fail for want of it: none, where the database is away. */
	async ifThere(): Promise<ShownLook | null> {
		return this.current().catch(() => null);
	}

	/** After a change: the next page shows it. */
	forget(): void {
		this.#read = null;
	}
}
