import type { AnyChange } from '../../../operations/change';
import { createConference } from '../../conferences/change-conference';
import { saveBasics } from '../../conferences/save-basics';
import { savePlans } from '../../desks/save-plans';
import { saveRooms } from '../../rooms/rooms';
import { bookVisit } from '../../visits/change-visit';
import type { Perform } from '../runner/perform';

/** What pages ask for while they are open, by its name. */
export const pageChanges: ReadonlyMap<string, Perform<AnyChange>> = new Map(
	[createConference, saveBasics, savePlans, saveRooms, bookVisit].map((perform) => [
		perform.change.name,
		perform,
	]),
);
