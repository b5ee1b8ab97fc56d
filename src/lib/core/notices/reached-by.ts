/** How somebody is told of what happens: by e-mail, or by somebody of the office. */
export type ReachedBy = 'email' | 'telephone' | 'letter';

/** What is known of how an adult can be told, and would like to be. */
export interface Reachable {
	readonly email: string | null;
	/** The address that a mail server did not take; another one since then counts. */
	readonly emailRefused: string | null;
	readonly telephone: string | null;
	readonly channel: 'email' | 'text' | 'telephone' | 'paper';
}

/** Why somebody is not told by e-mail. */
export type NoEmail = 'no-address' | 'refused' | 'wants-call' | 'wants-letter';

/** How an adult is told: as they would like it, as far as that is possible. Who would like texts gets e-mail. */
export function reachedBy(adult: Reachable): ReachedBy {
	const why = whyNoEmail(adult);
	if (why === null) return 'email';
	return why !== 'wants-letter' && adult.telephone ? 'telephone' : 'letter';
}

/** Why an adult is not told by e-mail; `null`: they are. */
export function whyNoEmail({ email, emailRefused, telephone, channel }: Reachable): NoEmail | null {
	if (channel === 'paper') return 'wants-letter';
	if (channel === 'telephone' && telephone) return 'wants-call';
	if (!email) return 'no-address';
	return email === emailRefused ? 'refused' : null;
}
