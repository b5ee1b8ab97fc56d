import type { PlaceKind } from '../core/ways-to-meet';
import type { LocalDate } from '../core/time/local-of';
import { z, type ZodMiniType } from 'zod/mini';
import type { BookedToCheck, BroughtToCheck, RoomToCheck } from '../core/clashes/find-clashes';
import type { BuildingWalk } from '../core/snapshot/snapshot';
import type { ConferenceHours, DeskPlan } from '../core/desks/desk-plan';
import type { Stretch } from '../core/time/stretch';
import { question } from './question';
import { id, version } from './shapes';

/** A teacher with what a desk of theirs usually needs. */
export interface BoardTeacher {
	readonly id: string;
	readonly name: string;
	readonly subject: string;
	readonly room: string;
	readonly building: string;
	readonly link: string;
	readonly telephone: string;
	readonly pin: string;
	/** The private link, for those who may see it. */
	readonly ownLink: string | null;
}

export interface BoardRoom extends RoomToCheck {
	readonly name: string;
	readonly buildingName: string;
}

/** What a teacher would like to be different at the own desk, waiting for the office. */
export interface DeskProposal {
	readonly id: string;
	readonly desk: string;
	readonly by: string;
	readonly note: string;
	readonly madeAt: number;
	/** What the teacher saw, and wants instead. */
	readonly base: DeskPlan;
	readonly plan: DeskPlan;
}

/**
 * A booked slot that the office has to settle: the desk's hours no longer have it (`detached`), or the
 * family has another appointment for the same meeting (`twice`).
 */
export interface SlotToSettle {
	readonly why: 'detached' | 'twice';
	readonly slot: string;
	readonly desk: string;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly family: string;
	readonly students: readonly string[];
}

/** All that setting up the desks of a conference needs. */
export interface DeskBoard {
	readonly version: number;
	readonly hours: ConferenceHours;
	readonly timeZone: string;
	readonly usualPlace: PlaceKind;
	/** Fresh video links can be made. */
	readonly hasVideoService: boolean;
	readonly plans: readonly DeskPlan[];
	readonly teachers: readonly BoardTeacher[];
	readonly rooms: readonly BoardRoom[];
	readonly walks: readonly BuildingWalk[];
	readonly busy: readonly (Stretch & { readonly person: string })[];
	readonly booked: readonly BookedToCheck[];
	/** Students who are brought along. */
	readonly brought: readonly (BroughtToCheck & { readonly name: string })[];
	/** Desks that a family without steps has to reach. */
	readonly stepFreeDesks: readonly string[];
	readonly toSettle: readonly SlotToSettle[];
	readonly proposals: readonly DeskProposal[];
	/** Calendars whose last reading failed. */
	readonly unread: readonly { readonly person: string; readonly readAt: number | null }[];
}

/** Of this size only the outline is looked at: it is two million characters at a large school. */
const deskBoard = z.looseObject({
	version,
	plans: z.array(z.looseObject({ id })),
	teachers: z.array(z.looseObject({ id })),
}) as unknown as ZodMiniType<DeskBoard>;

/** The desks of a conference with everything around them. */
export const boardRead = question({
	name: 'desks.board',
	may: 'conference.see',
	input: z.object({ conferenceId: id }),
	answer: deskBoard,
});
