import { z, type ZodType } from 'zod';
import type { AnyChange } from '../../operations/change';
import type { Step } from '../foundation/gate';
import type { Scope } from '../../operations/school';

/** One operation of the open interface: what it takes and answers. Routes and description share it. */
export interface Operation<
	Params extends ZodType = ZodType,
	Query extends ZodType = ZodType,
	Body extends ZodType = ZodType,
> {
	readonly id: string;
	readonly method: 'get' | 'post' | 'put' | 'delete';
	/** With `{names}` of what varies. */
	readonly path: string;
	readonly summary: string;
	/** Whose token it takes. */
	readonly who: 'organiser' | 'family' | 'anybody';
	readonly scope?: Scope;
	/** The declared change that it asks for. */
	readonly does?: AnyChange;
	/** Of a visit: in a rush, who finishes goes before who looks. */
	readonly step?: Step | undefined;
	readonly params: Params;
	readonly query: Query;
	readonly body: Body;
	/** What the body is written as. A message is read as text, with each octet as a character. */
	readonly bodyType: 'application/json' | 'message/rfc822';
	/** The largest body, in bytes. */
	readonly mostBytes: number;
	/** Takes an `Idempotency-Key`: the same key does the same once, however often it comes. */
	readonly keyed: boolean;
	readonly answers: Readonly<Record<number, { readonly says: string; readonly schema?: ZodType }>>;
}

const KIB = 1024;

const none = z.object({});
/** A request without a body, or with an empty one. */
const noBody = z.union([z.undefined(), z.null(), z.looseObject({})]);

type Described<P extends ZodType, Q extends ZodType, B extends ZodType> = Pick<
	Operation,
	'id' | 'method' | 'path' | 'summary' | 'who' | 'scope' | 'does' | 'step' | 'answers'
> & { params?: P; query?: Q; body?: B; bodyType?: Operation['bodyType'] };

/** Describes an operation. What is declared of the change that it does, is taken from there. */
export const operation = <
	P extends ZodType = typeof none,
	Q extends ZodType = typeof none,
	B extends ZodType = typeof noBody,
>(
	described: Described<P, Q, B>,
): Operation<P, Q, B> => ({
	mostBytes: described.does?.mostBytes ?? 64 * KIB,
	keyed: described.does?.keyed ?? false,
	bodyType: 'application/json',
	...described,
	step: described.step ?? (described.does?.finishes ? 'finish' : undefined),
	params: described.params ?? (none as unknown as P),
	query: described.query ?? (none as unknown as Q),
	body: described.body ?? (noBody as unknown as B),
});

export const takesBody = ({ body }: Operation): boolean => body !== (noBody as ZodType);
