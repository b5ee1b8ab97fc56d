import { z } from 'zod/mini';
import { LONGEST_WORDS } from '../core/visits/enquiry';
import { change, reasons } from './change';
import { question } from './question';
import { id, instant } from './shapes';

/** What families ask the school to settle, and what it answers. */

const words = z.string().check(z.trim(), z.maxLength(LONGEST_WORDS));

/** Asks the school about a meeting that the family cannot book; a second time the words are the new ones. */
export const enquiryMake = change({
	name: 'enquiry.make',
	may: 'visit.book',
	about: ({ familyId }: { readonly familyId: string }) => ({ family: familyId }),
	input: z.object({ conferenceId: id, familyId: id, wish: id, words }),
	refusal: reasons('unknown'),
	leaves: ['enquiry.made'],
});

/** Answers what was asked; the family reads it on its page. */
export const enquiryAnswer = change({
	name: 'enquiry.answer',
	may: 'enquiry.answer',
	input: z.object({ enquiry: id, answer: words }),
	/** `settled`: somebody has answered it. */
	refusal: reasons('unknown', 'settled'),
	leaves: ['enquiry.answered'],
});

/** Writes down that somebody has lost the link; whoever asks learns nothing of whether the address is known. */
export const lostLinkReport = change({
	name: 'lost-link.report',
	may: 'time.passes',
	input: z.object({ email: z.email() }),
	leaves: ['enquiry.made'],
});

/** What waits for the school's answer. */
const waitingEnquiry = z.object({
	id,
	kind: z.enum(['meeting', 'lost-link']),
	family: z.object({ id, label: z.string() }),
	/** Who asks; empty for an adult without a name. */
	adult: z.string(),
	/** Of a meeting: with whom, and about whom. */
	desk: z.string(),
	student: z.string(),
	words: z.string(),
	askedAt: instant,
});
export type WaitingEnquiry = Readonly<z.output<typeof waitingEnquiry>>;

/** What waits for an answer: about a conference, and lost links. */
export const enquiriesRead = question({
	name: 'enquiries.read',
	may: 'enquiry.answer',
	input: z.object({ conferenceId: id }),
	answer: z.object({ enquiries: z.array(waitingEnquiry) }),
});
