import { z } from 'zod/mini';
import { change, reasons } from './change';
import { question } from './question';
import { id } from './shapes';

/** Private links on their way. */

/** Sends one teacher the private link; what is sent is told by the act. */
export const linkSend = change({
	name: 'link.send',
	may: 'links.see',
	input: z.object({ person: id }),
	/** The act from which the message gets its identity. */
	done: z.object({ act: id }),
	refusal: reasons('no-address'),
	leaves: ['links.sent'],
});

/** Begins to send private links to all teachers who have not confirmed their address. */
export const linksSendAll = change({
	name: 'links.send-all',
	may: 'links.see',
	input: z.object({}),
	done: z.object({ sending: id }),
	/** `busy`: those of an earlier act are still being sent. */
	refusal: reasons('busy', 'nobody'),
	leaves: ['links.sent'],
});

const invitation = z.object({
	family: id,
	label: z.string(),
	/** For paper; `null` where something is withdrawn in the family: nothing is common to it then. */
	code: z.nullable(z.string()),
	links: z.array(z.object({ adult: id, link: z.string() })),
});

/** Makes sure that all families of a conference have a link and a code, and tells them. */
export const invitationsMake = change({
	name: 'invitations.make',
	may: 'links.see',
	input: z.object({ conferenceId: id }),
	done: z.object({ invitations: z.array(invitation) }),
	leaves: ['invitations.made'],
});

const ofAdult = ({ adult }: { readonly adult: string }) => ({ adult });

/** Gives an adult a new private link, or the first one again after it was withdrawn; the old one is void. */
export const linkRenew = change({
	name: 'link.renew',
	may: 'link.renew',
	about: ofAdult,
	input: z.object({ adult: id }),
	done: z.object({ link: z.string() }),
	refusal: reasons('unknown'),
	leaves: ['link.renewed'],
});

/** Makes an adult's private link void. */
export const linkWithdraw = change({
	name: 'link.withdraw',
	may: 'links.see',
	input: z.object({ adult: id }),
	refusal: reasons('unknown'),
	leaves: ['link.withdrawn'],
});

const letter = z.object({
	/** Of a family, or of one adult where nothing is common to the family. */
	id,
	family: id,
	/** The adult's name; empty on a family's letter. */
	adult: z.string(),
	children: z.array(z.object({ name: z.string(), classLabel: z.string() })),
	/** One of those to whom it goes is told by e-mail. */
	readsEmail: z.boolean(),
	code: z.string(),
});
/** What a letter to a family says besides the conference. */
export type Letter = Readonly<z.output<typeof letter>>;

/** Makes sure that the families of a conference have codes, and tells them for letters. */
export const lettersMake = change({
	name: 'letters.make',
	may: 'links.see',
	input: z.object({ conferenceId: id }),
	done: z.object({ letters: z.array(letter) }),
	leaves: ['invitations.made'],
});

/** Whoever opened the link has the address to which it was sent. */
export const addressConfirm = change({
	name: 'address.confirm',
	may: 'day.see',
	about: ({ person }: { readonly person: string }) => ({ person }),
	input: z.object({ person: id, proof: z.string().check(z.maxLength(200)) }),
	refusal: reasons('wrong-proof'),
	leaves: ['link.confirmed'],
});

const sendingState = z.object({
	all: z.int(),
	sent: z.int(),
	failed: z.int(),
	isDone: z.boolean(),
});
/** How far the sending of links is. */
export type SendingState = Readonly<z.output<typeof sendingState>>;

/** How far the latest sending is; `null` before there was one. */
export const sendingRead = question({
	name: 'links.sending',
	may: 'links.see',
	input: z.object({}),
	answer: z.nullable(sendingState),
});

/** An adult's private link, to be copied. */
export const adultsLinkRead = question({
	name: 'adult.link',
	may: 'links.see',
	input: z.object({ adult: id }),
	answer: z.object({ link: z.string() }),
});
