import { z } from 'zod/mini';
import { change, reasons } from './change';
import { id } from './shapes';
import { needed } from './typed-text';
import { says } from './sentence';

/** Who works in the office's pages. Signing in is the auth package's. */

const role = z.enum(['organiser', 'helper', 'front-door']);

export const invitedAccount = z.object({
	name: needed(120, 'name_missing'),
	email: z.email(says('email_wrong')),
	role,
});

export type InvitedAccount = Readonly<z.output<typeof invitedAccount>>;

/** Somebody has an account, or has one again; it was made by the auth package. */
export const accountInvite = change({
	name: 'account.invite',
	may: 'accounts.manage',
	input: z.object({ id, name: z.string(), role }),
	leaves: ['account.invited'],
});

/** There is always an organiser left. */
const lastOrganiser = reasons('last-organiser');

/** Changes what an account may. Only who knows of what few may know lets others know. */
export const accountChange = change({
	name: 'account.change',
	may: 'accounts.manage',
	input: z.object({ id, role, knowsSafety: z.boolean() }),
	refusal: lastOrganiser,
	leaves: ['account.changed'],
});

/** Takes an account back: nobody signs in with it any more. */
export const accountWithdraw = change({
	name: 'account.withdraw',
	may: 'accounts.manage',
	input: z.object({ id }),
	refusal: lastOrganiser,
	leaves: ['account.withdrawn'],
});

/** The way back for who lost a second factor. */
export const factorRemove = change({
	name: 'factor.remove',
	may: 'accounts.manage',
	input: z.object({ id }),
	leaves: ['account.factor-removed'],
});
