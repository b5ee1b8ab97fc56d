import { z } from 'zod/mini';
import { change, reasons } from './change';
import { id } from './shapes';
import { emailOrNone, needed } from './typed-text';

/** Trying a conference with colleagues, before families see it. */

/** A colleague who tries a conference. */
export interface Trier {
	readonly family: string;
	readonly name: string;
	readonly link: string;
	/** When the link was last opened, in milliseconds; `null`: never. */
	readonly openedAt: number | null;
	/** How many appointments stand. */
	readonly booked: number;
}

/** Lets a colleague try it by a link of their own. */
export const trialBegin = change({
	name: 'trial.begin',
	may: 'conference.publish',
	input: z.object({
		conferenceId: id,
		name: needed(120, 'trial_name_missing'),
		/** Empty: the link is passed on by hand, and no messages are sent. */
		email: emailOrNone,
	}),
	refusal: reasons('is-open', 'nobody'),
	leaves: ['trial.begun'],
});

/** Ends the trial run, and wipes all that came of it. */
export const trialEnd = change({
	name: 'trial.end',
	may: 'conference.publish',
	input: z.object({ conferenceId: id }),
	/** How many families and appointments were wiped. */
	done: z.object({ families: z.number(), appointments: z.number() }),
	leaves: ['trial.ended'],
});
