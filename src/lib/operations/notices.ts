import { z } from 'zod/mini';
import { change, reasons } from './change';
import { id } from './shapes';

/** Has a notice sent once more, as things are now. */
export const noticeSendAgain = change({
	name: 'notice.send-again',
	may: 'notices.send',
	input: z.object({ notice: id }),
	refusal: reasons('unknown', 'on-its-way'),
	leaves: ['notice.sent-again'],
});

/** Tells families of a conference: those who were not invited yet, or those who have booked nothing. */
export const familiesTell = change({
	name: 'families.tell',
	may: 'links.see',
	input: z.object({ conferenceId: id, what: z.enum(['invited', 'not-booked']) }),
	done: z.object({ told: z.number() }),
	refusal: reasons('nobody'),
	leaves: ['families.invited', 'families.reminded'],
});
