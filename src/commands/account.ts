// bin/account remove-second-factor EMAIL | password-link EMAIL: ways back for who cannot sign in.
import { eq, sql } from 'drizzle-orm';
import { SYSTEM } from '../lib/core/permissions/may';
import { removeSecondFactor } from '../lib/server/accounts/change-accounts';
import { accountToReset } from '../lib/server/accounts/password-links';
import { createApp } from '../lib/server/app';
import { readConfig } from '../lib/server/foundation/config';
import { account } from '../lib/server/foundation/database/schema';

const [act, email = ''] = process.argv.slice(2);
const app = createApp(readConfig(process.env));
try {
	const address = email.trim().toLowerCase();
	const [known] = await app.db
		.select({ id: account.id })
		.from(account)
		.where(eq(sql`lower(${account.email})`, address));
	if (act !== 'remove-second-factor' && act !== 'password-link')
		refuse('Say remove-second-factor or password-link, and the e-mail address of the account.');
	else if (!known) refuse(`No account has the address ${email}.`);
	else if (act === 'remove-second-factor') {
		await removeSecondFactor(app, SYSTEM, { id: known.id });
		console.log('The second factor is removed; the password alone is enough now.');
	} else {
		const reset = await accountToReset(app, address);
		if (reset) console.log(reset.link);
		else refuse('This account was withdrawn.');
	}
} finally {
	await app.close();
}

function refuse(sentence: string): void {
	process.stderr.write(`${sentence}\n`);
	process.exitCode = 2;
}
