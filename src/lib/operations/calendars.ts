import { z, type ZodMiniType } from 'zod/mini';
import type { BusyTime } from '../core/calendars/read-calendar';
import { change } from './change';
import { id, instant } from './shapes';

/** When a person cannot receive. */

const busyTime: ZodMiniType<BusyTime> = z.object({
	start: instant,
	end: instant,
	kind: z.enum(['busy', 'tentative', 'out-of-office']),
	allDay: z.boolean(),
	entry: z.string(),
});

interface OfPerson {
	readonly person: string;
}
const ofPerson = ({ person }: OfPerson) => ({ person });

/** Adds a calendar with what was read from it; the address, if it has one, is sealed. */
export const calendarAdd = change({
	name: 'calendar.add',
	may: 'busy.change',
	about: ofPerson,
	input: z.object({
		person: id,
		name: z.string(),
		address: z.nullable(z.string()),
		busy: z.readonly(z.array(busyTime)),
	}),
	leaves: ['calendar.added'],
});

/** What an address was found to hold; most hours nothing is new. */
export const calendarRead = change({
	name: 'calendar.read',
	may: 'time.passes',
	input: z.object({ person: id, calendar: id, busy: z.readonly(z.array(busyTime)) }),
	leaves: ['calendar.read'],
});

/** Forgets a calendar and what was read from it. */
export const calendarRemove = change({
	name: 'calendar.remove',
	may: 'busy.change',
	about: ofPerson,
	input: z.object({ person: id, calendar: id }),
	leaves: ['calendar.removed'],
});

/** Says of an entry of a calendar, and of all its turns, whether it keeps the person from receiving. */
export const entryCounts = change({
	name: 'entry.counts',
	may: 'busy.change',
	about: ofPerson,
	input: z.object({ person: id, busy: id, counts: z.boolean() }),
	leaves: ['busy.changed'],
});

/** Keeps a person from receiving in a stretch. */
export const blockAdd = change({
	name: 'block.add',
	may: 'busy.change',
	about: ofPerson,
	input: z.object({ person: id, start: instant, end: instant, allDay: z.boolean() }),
	leaves: ['busy.changed'],
});

/** Takes a block by hand away. */
export const blockRemove = change({
	name: 'block.remove',
	may: 'busy.change',
	about: ofPerson,
	input: z.object({ person: id, block: id }),
	leaves: ['busy.changed'],
});
