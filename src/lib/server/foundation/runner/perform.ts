import { may, mayAtAll, type Actor } from '../../../core/permissions/may';
import type { ActKind } from '../../../operations/act-kinds';
import type {
	AnyChange,
	DoneOf,
	InputOf,
	KindOf,
	Outcome,
	OutcomeOf,
	RefusalOf,
} from '../../../operations/change';
import type { App } from '../../app';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { isLostRace } from '../database/errors';
import { inTransaction } from '../database/transaction';
import { newId } from '../identifiers';
import { ForbiddenError } from '../forbidden';
import { follow } from './follow';
import { earlierAct, recordAct, requestDigest, type DoneAct, type RequestMark } from './record-act';

/** What a change stands on. */
export type Deps = Pick<App, 'db' | 'clock' | 'config' | 'accounts' | 'look'>;

/** What is asked for, inside the transaction. */
export interface Asked<In> {
	readonly tx: Transaction;
	readonly clock: Clock;
	readonly config: App['config'];
	readonly actor: Actor;
	readonly input: In;
	/** The id of the act that will be recorded. */
	readonly act: string;
}

/** What was done, and the act that tells of it: `null` when nothing had to be changed. Or why it was not. */
export type Work<Done, Refusal, Kind extends ActKind> =
	{ readonly done: Done; readonly act: DoneAct<Kind> | null } | { readonly refused: Refusal };

/** The server's half of a change. */
export interface Half<In, Done, Refusal, Kind extends ActKind> {
	/** For what reads or writes thousands of rows. */
	readonly isLong?: boolean;
	/** Makes all who want the same wait for one another. */
	readonly lock?: (asked: Asked<In>) => Promise<void>;
	/** What is to be allowed that depends on what is there: read when it no longer moves. */
	readonly mayAlso?: (asked: Asked<In>) => Promise<boolean>;
	readonly work: (asked: Asked<In>) => Promise<Work<Done, Refusal, Kind>>;
	/** The answer to a request that comes again, from what its act left behind, and the act's id. */
	readonly repeated?: (after: unknown, act: string) => Done;
	/** What a refusal of the database's own constraints means; `null`: it is a bug. */
	readonly lost?: (
		asked: { readonly app: Deps; readonly actor: Actor; readonly input: In },
		error: unknown,
	) => Promise<Outcome<Done, Refusal> | null>;
	/** After the commit of what was done. */
	readonly after?: (app: Deps, input: In) => Promise<void>;
	/** The answer as things are after what follows. */
	readonly answer?: (asked: Asked<In>, done: Done) => Promise<Done>;
}

/** A change that can be asked for. Throws `ForbiddenError` when whoever asks may not. */
export interface Perform<C extends AnyChange> {
	(app: Deps, actor: Actor, input: InputOf<C>): Promise<OutcomeOf<C>>;
	readonly change: C;
}

/** The server's half of a declared change. */
export type HalfOf<C extends AnyChange> = Half<InputOf<C>, DoneOf<C>, RefusalOf<C>, KindOf<C>>;

/**
 * Joins the two halves of a change. Whatever is changed is changed here, always in the same order: may they
 * at all; transaction; locks; may they still; was it done before; do it; remember it; what follows. What
 * is refused leaves nothing behind.
 */
export const performs = <C extends AnyChange>(change: C) => ({
	by: (half: HalfOf<C>): Perform<C> => Object.assign(performing(change, half), { change }),
});

const performing =
	<C extends AnyChange>(change: C, half: HalfOf<C>) =>
	async (app: Deps, actor: Actor, input: InputOf<C>): Promise<OutcomeOf<C>> => {
		const about = change.about(input);
		const isAllowed = about === 'any' ? mayAtAll(actor, change.may) : may(actor, change.may, about);
		if (!isAllowed) throw new ForbiddenError();
		const mark = change.keyed ? markOf(change.name, input) : null;
		const { clock, config } = app;
		let done: DoneOf<C>;
		try {
			done = await inTransaction(
				app.db,
				(tx) => inOrder(half, mark, { tx, actor, input, clock, config }),
				{ isLong: half.isLong === true },
			);
		} catch (error) {
			return outcomeOfError(half, mark, { app, actor, input }, error);
		}
		// It is done and stays done: what goes wrong from here on is no answer to what was asked for.
		await half.after?.(app, input);
		return { ok: true, ...done };
	};

/** What an error of the transaction means for whoever asked; one that means nothing is thrown again. */
async function outcomeOfError<C extends AnyChange>(
	half: HalfOf<C>,
	mark: RequestMark | null,
	asked: { readonly app: Deps; readonly actor: Actor; readonly input: InputOf<C> },
	error: unknown,
): Promise<OutcomeOf<C>> {
	if (error instanceof RefusedError) return { ok: false, ...(error.refusal as RefusalOf<C>) };
	// Two requests with one key at the same moment: the other one did it.
	const isRace = mark && half.repeated && isLostRace(error);
	const earlier = isRace ? await earlierAct(asked.app.db, asked.actor, mark) : null;
	if (earlier) return { ok: true, ...half.repeated!(earlier.after, earlier.id) };
	const outcome = await half.lost?.(asked, error);
	if (outcome) return outcome;
	throw error;
}

async function inOrder<In, Done extends object, Refusal, Kind extends ActKind>(
	half: Half<In, Done, Refusal, Kind>,
	mark: RequestMark | null,
	request: Omit<Asked<In>, 'act'>,
): Promise<Done> {
	const { tx, actor, clock } = request;
	const asked = { ...request, act: newId(clock) };
	await half.lock?.(asked);
	if (half.mayAlso && !(await half.mayAlso(asked))) throw new ForbiddenError();
	const earlier = mark && half.repeated && (await earlierAct(tx, actor, mark));
	if (earlier) return half.repeated!(earlier.after, earlier.id);
	const worked = await half.work(asked);
	if ('refused' in worked) throw new RefusedError(worked.refused);
	if (worked.act) {
		await recordAct(tx, clock, asked.act, actor, worked.act, mark);
		await follow(tx, clock, actor, { ...worked.act, id: asked.act });
	}
	return half.answer ? half.answer(asked, worked.done) : worked.done;
}

/** Ends the transaction, so that what is refused changes nothing. */
class RefusedError extends Error {
	override readonly name = 'RefusedError';
	constructor(readonly refusal: unknown) {
		super('refused');
	}
}

function markOf(name: string, input: unknown): RequestMark {
	const { key, ...asked } = input as { key: string };
	return { key, digest: requestDigest({ name, asked }) };
}
