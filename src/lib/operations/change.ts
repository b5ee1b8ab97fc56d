import { z, type ZodMiniType } from 'zod/mini';
import type { Act, Subject } from '../core/permissions/may';
import type { ActKind } from './act-kinds';

/**
 * A change that somebody may ask for: by a page, by another program, by a job. It is said here once what goes
 * in, what comes out, what may stand in the way, and who may; all who ask, and the one who does it, share it.
 */
export interface Change<In, Done, Refusal, Kind extends ActKind> {
	/** How it is called in addresses and logs. */
	readonly name: string;
	/** What whoever asks must be allowed to do at all. */
	readonly may: Act;
	/**
	 * Whom it is about, as far as that right depends on it; `any`: that is only known when what it is about
	 * stands still, and is asked then.
	 */
	readonly about: (input: In) => Subject | 'any';
	readonly input: z.core.$ZodType<In>;
	/** What is said when it was done. */
	readonly done: z.core.$ZodType<Done>;
	/** What may stand in the way; nothing was changed then. */
	readonly refusal: z.core.$ZodType<Refusal>;
	/** The kinds of acts by which it is remembered. */
	readonly leaves: readonly Kind[];
	/** The change by which it can be taken back, if it can. */
	readonly undoneBy: Undo | null;
	/** Its input has a `key`: the same key does the same once, however often it comes. */
	readonly keyed: boolean;
	/** Whose visit it finishes, if it does: in a rush it goes before who only looks. */
	readonly finishes: ((input: In) => WhoseVisit) | null;
	/** The largest request that asks for it, in bytes. */
	readonly mostBytes: number;
}

/** The changes that take others back. */
export type Undo = 'visit.undo' | 'seats.undo' | 'register.undo';

/** A family's visit of a conference. */
export interface WhoseVisit {
	readonly conferenceId: string;
	readonly familyId: string;
}

/** What came of a change. */
export type Outcome<Done, Refusal> =
	({ readonly ok: true } & Done) | ({ readonly ok: false } & Refusal);

/** The schema of all that may come of a change. */
export const outcomeOf = <C extends AnyChange>(change: C): ZodMiniType<OutcomeOf<C>> =>
	z.pipe(
		z.looseObject({ ok: z.boolean() }),
		z.transform((outcome, context) => {
			const facts = z.safeParse(outcome.ok ? change.done : change.refusal, outcome);
			if (facts.success) return { ok: outcome.ok, ...facts.data };
			for (const { message, path } of facts.error.issues)
				context.issues.push({ code: 'custom', message, path, input: outcome });
			return z.NEVER;
		}),
	) as unknown as ZodMiniType<OutcomeOf<C>>;

/** Any change at all. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- of any input and any outcome
export type AnyChange = Change<any, any, any, any>;

export type InputOf<C extends AnyChange> = z.output<C['input']>;
export type DoneOf<C extends AnyChange> = z.output<C['done']>;
export type RefusalOf<C extends AnyChange> = z.output<C['refusal']>;
export type KindOf<C extends AnyChange> = C['leaves'][number];
export type OutcomeOf<C extends AnyChange> = Outcome<DoneOf<C>, RefusalOf<C>>;

const KIB = 1024;

type Declared<In, Done, Refusal, Kind extends ActKind> = Pick<
	Change<In, Done, Refusal, Kind>,
	'name' | 'may' | 'input' | 'leaves'
> &
	Partial<Change<In, Done, Refusal, Kind>>;

/** Declares a change. Left out, it answers nothing, meets with no refusal, is about the school, cannot be taken back, bears no key, and finishes no visit. */
export function change<In, const Kind extends ActKind, Done = object, Refusal = never>(
	declared: Declared<In, Done, Refusal, Kind>,
): Change<In, Done, Refusal, Kind> {
	return {
		about: () => ({}),
		done: z.object({}) as unknown as ZodMiniType<Done>,
		refusal: z.never() as unknown as ZodMiniType<Refusal>,
		undoneBy: null,
		keyed: false,
		finishes: null,
		mostBytes: 64 * KIB,
		...declared,
	};
}

/** The kinds of acts that can be taken back by the one, among changes that are declared together. */
export const kindsUndoneBy = (undo: Undo, declared: object): ReadonlySet<ActKind> =>
	new Set(
		Object.values(declared).flatMap((one: Partial<AnyChange>) =>
			one.undoneBy === undo ? (one.leaves ?? []) : [],
		),
	);

/** What may stand in the way, where the reason says all. */
export const reasons = <const Reason extends string>(
	...of: readonly [Reason, ...Reason[]]
): ZodMiniType<{ readonly reason: Reason }> => z.object({ reason: z.enum(of) }) as never;
