import { and, eq, isNull, or } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { enquiry } from '../foundation/database/schema';

/** What waits about a conference, with links that were lost. */
export const isWaitingEnquiry = (conferenceId: string) =>
	and(
		isNull(enquiry.answeredAt),
		or(eq(enquiry.conferenceId, conferenceId), eq(enquiry.kind, 'lost-link')),
	);

/** How much waits for the school's answer. */
export const countEnquiries = (db: Reader, conferenceId: string): Promise<number> =>
	db.$count(enquiry, isWaitingEnquiry(conferenceId));
