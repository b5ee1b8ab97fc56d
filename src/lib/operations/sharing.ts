import { z } from 'zod/mini';
import { change, reasons } from './change';
import { id } from './shapes';

/** Short addresses: of a conference, and of single desks. */

/** Makes the short address of a conference (`desk` is null) or of one of its desks; one that is there stays. */
export const shortLinkMake = change({
	name: 'short-link.make',
	may: 'conference.set-up',
	input: z.object({ conferenceId: id, desk: z.nullable(id) }),
	refusal: reasons('unknown'),
	leaves: ['short-link.made'],
});

/** Replaces a short address by another one: the old one leads nowhere from now on. */
export const shortLinkReplace = change({
	name: 'short-link.replace',
	may: 'conference.set-up',
	input: z.object({ conferenceId: id, code: z.string().check(z.maxLength(20)) }),
	refusal: reasons('unknown'),
	leaves: ['short-link.replaced'],
});

/** A short address that is good. */
export interface ShortLink {
	readonly code: string;
	/** `null`: of the conference itself. */
	readonly desk: {
		readonly id: string;
		readonly name: string;
		readonly isListed: boolean;
	} | null;
}

/** Lets a family meet somebody whose desk is reached by its link alone. */
export const wishByLink = change({
	name: 'wish.by-link',
	may: 'visit.book',
	about: ({ familyId }: { readonly familyId: string }) => ({ family: familyId }),
	input: z.object({ familyId: id, student: id, code: z.string().check(z.maxLength(40)) }),
	/** `wished`: they are to meet already. */
	refusal: reasons('unknown', 'wished'),
	leaves: ['wish.added'],
});
