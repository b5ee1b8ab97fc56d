import type { Sql, TransactionSql } from 'postgres';
import { isConnectionLost } from './errors';
import type { Pool } from './pool';

/** Statements with more parameters than these differ from call to call, and are not worth keeping. */
const MOST_PARAMETERS = 100;

/** The connection went while a transaction was under way; what it did is undone. */
class ConnectionLostError extends Error {
	override readonly name = 'ConnectionLostError';
	readonly code = 'CONNECTION_CLOSED';
}

const never = new Promise<never>(() => {});

/**
 * The client that Drizzle works with. `model` is one of the pool's clients: Drizzle reads and sets its
 * options. Every statement with parameters is prepared, so that each connection has PostgreSQL read and
 * plan a text once, however often it runs; Drizzle asks for that only where it is given a name.
 */
export function pooledClient(model: Sql, forStatements: Pool, forTransactions: Pool): Sql {
	return replacing(model, {
		unsafe: ((...args: Parameters<Sql['unsafe']>) =>
			forStatements.use((client) => preparing(client)(...args))) satisfies Sql['unsafe'],
		begin: (...args: unknown[]) => {
			const work = args.pop() as (inner: TransactionSql) => Promise<unknown>;
			return forTransactions.use((client) => whole(client, args, work));
		},
	});
}

type Begin = (...args: unknown[]) => Promise<unknown>;

/**
 * Begins a transaction and ends it for good when its connection goes. The driver would still send to
 * that connection what the work asks next, and its own `rollback`, and the process would end of it.
 */
function whole(
	client: Sql,
	options: unknown[],
	work: (inner: TransactionSql) => Promise<unknown>,
): Promise<unknown> {
	let isOver = false;
	const result = (client.begin as unknown as Begin)(...options, async (inner: TransactionSql) => {
		const prepared = preparing(inner);
		const unsafe: Sql['unsafe'] = (...args) => {
			if (isOver) throw new ConnectionLostError();
			return prepared(...args);
		};
		try {
			const done = await work(replacing(inner, { unsafe }));
			return isOver ? never : done;
		} catch (error) {
			// Whoever waits is told of the loss when the connection closes; here nothing may follow.
			if (isOver || isConnectionLost(error)) return never;
			throw error;
		}
	});
	const end = () => (isOver = true);
	result.then(end, end);
	return result;
}

const preparing =
	(client: Sql | TransactionSql): Sql['unsafe'] =>
	(query, parameters = [], options = {}) =>
		client.unsafe(query, parameters, {
			...options,
			prepare: parameters.length > 0 && parameters.length <= MOST_PARAMETERS,
		});

const replacing = <C extends object>(client: C, own: Readonly<Record<string, unknown>>): C =>
	new Proxy(client, {
		get: (target, key) => (key in own ? own[key as string] : Reflect.get(target, key)) as unknown,
	});
