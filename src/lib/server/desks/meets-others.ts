import { z } from 'zod';
import type { DoneAct } from '../foundation/runner/record-act';

/** What an act keeps of a desk, as far as it says who is met there. */
const met = z
	.object({
		id: z.string(),
		forAll: z.boolean(),
		// Acts from before there were any others tell of listed desks.
		isListed: z.boolean().default(true),
		people: z.array(z.object({ person: z.string() })),
	})
	.nullable();
const desks = z.array(met);

const whoIsMet = (desk: z.infer<typeof met> | undefined): string =>
	desk
		? JSON.stringify([desk.forAll, desk.isListed, desk.people.map(({ person }) => person).sort()])
		: '';

/** Whether after a change of desks somebody else is to be met there than before. */
export function meetsOthers({ before, after }: DoneAct): boolean {
	const [was, is] = [desks.parse(before), desks.parse(after)];
	return is.some((desk, at) => whoIsMet(desk) !== whoIsMet(was[at]));
}
