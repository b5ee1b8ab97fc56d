import { noteReturned } from '../notices/reaching/note-returned';
import { readReturned } from '../notices/reaching/read-returned';
import type { Asked, Given } from './serve-operation';

/** Notes what a message that came back tells; any other message is left alone. */
export async function takeReturnedMail({
	app,
	actor,
	body,
}: Asked<unknown, unknown, string>): Promise<Given> {
	const returned = await readReturned(body);
	const noted = returned && (await noteReturned(app, actor, returned));
	return { body: { isNoted: noted?.ok === true } };
}
