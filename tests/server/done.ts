/** What was done; a refusal is an error of the test. */
export function done<Outcome extends { readonly ok: boolean }>(
	outcome: Outcome,
): Extract<Outcome, { readonly ok: true }> {
	if (!outcome.ok) throw new Error(`refused: ${JSON.stringify(outcome)}`);
	return outcome as Extract<Outcome, { readonly ok: true }>;
}

export const refused = <Reason extends string>(reason: Reason) => ({ ok: false, reason });
