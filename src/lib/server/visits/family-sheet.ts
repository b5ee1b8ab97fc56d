import type { FamilyProjection } from '../../core/visits/family-projection';
import { may, type Actor } from '../../core/permissions/may';
import type { HappenedPage } from '../../operations/happened';
import type { App } from '../app';
import { readHappened } from '../happened/read-happened';
import { readFamily, type AdultLine } from '../register/edit-family';
import { ForbiddenError } from '../foundation/forbidden';
import { familyView } from './family-view';

/** How an adult of a family is reached, and whether it came in by its link. */
export interface SheetAdult extends Pick<
	AdultLine,
	'id' | 'email' | 'telephone' | 'language' | 'linkOpenedAt'
> {
	readonly name: string;
	readonly hasLink: boolean;
}

/** A family at one conference with all that the office needs while somebody is on the telephone. */
export interface FamilySheet {
	readonly label: string;
	/** What it has, what it lacks and could have, by the office's rights. */
	readonly view: FamilyProjection;
	readonly adults: readonly SheetAdult[];
	/** The language for which it needs an interpreter; empty: none. */
	readonly interpreter: string;
	readonly stepFree: boolean;
	/** What happened lately, the newest first. */
	readonly happened: HappenedPage;
}

/** So much of what happened stands on a sheet. */
const LATELY = 8;

/** A family's sheet, or `null` when there is no such family. */
export async function familySheet(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	conferenceId: string,
	familyId: string,
): Promise<FamilySheet | null> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const family = await readFamily(app, actor, familyId);
	if (!family) return null;
	const [view, happened] = await Promise.all([
		familyView(app, actor, conferenceId, familyId),
		readHappened(app, actor, conferenceId, { family: familyId }, LATELY),
	]);
	return {
		label: family.label,
		view,
		happened,
		interpreter: family.interpreter,
		stepFree: family.stepFree,
		adults: family.adults.map((adult) => ({
			id: adult.id,
			email: adult.email,
			telephone: adult.telephone,
			language: adult.language,
			linkOpenedAt: adult.linkOpenedAt,
			name: [adult.givenName, adult.familyName].filter(Boolean).join(' '),
			hasLink: adult.privateLink !== null,
		})),
	};
}
