import { z } from 'zod/mini';
import { change } from './change';
import { id, instant } from './shapes';

/** What time does to visits: only the system asks for it, in jobs. */

/** Removes a hold that has ended. */
export const holdLapse = change({
	name: 'hold.lapse',
	may: 'time.passes',
	input: z.object({ conferenceId: id, familyId: id, hold: id, now: instant }),
	leaves: ['hold.lapsed'],
});

/** An offer to one who waits, which was not taken in time. */
export const waitingLapse = change({
	name: 'waiting.lapse',
	may: 'time.passes',
	input: z.object({ conferenceId: id, familyId: id, waiting: id, now: instant }),
	leaves: ['waiting.lapsed'],
});

/** Offers one who waits the first that fits of slots that are free. */
export const waitingOffer = change({
	name: 'waiting.offer',
	may: 'time.passes',
	input: z.object({ conferenceId: id, familyId: id, waiting: id, free: z.array(id) }),
	done: z.object({ isOffered: z.boolean() }),
	leaves: ['waiting.offered', 'waiting.served'],
});
