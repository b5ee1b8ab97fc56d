import type { Sql, TransactionSql } from 'postgres';
import { isConnectionLost } from './errors';

/** Statements with more parameters than these differ from call to call, and are not worth keeping. */
const MOST_PARAMETERS = 100;

/** The connection went while a transaction was under way; what it did is undone. */
class ConnectionLostError extends Error {
	override readonly name = 'ConnectionLostError';
	readonly code = 'CONNECTION_CLOSED';
}

const never = new Promise<never>(() => {});

/**
 * A client whose every statement with parameters is prepared, so that each connection has PostgreSQL
 * read and plan a text once, however often it runs. Drizzle asks for that only where it is given a
 * name. Transactions are begun on a client of their own.
 */
export function preparingClient(client: Sql, forTransactions: Sql): Sql {
	return replacing(client, {
		unsafe: preparing(client, () => {}),
		begin: (...args: Parameters<Sql['begin']>) => {
			const work = args.pop() as (inner: TransactionSql) => Promise<unknown>;
			return whole(forTransactions, args as unknown[], work);
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
		const unsafe = preparing(inner, () => {
			if (isOver) throw new ConnectionLostError();
		});
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

function preparing(client: Sql | TransactionSql, check: () => void): Sql['unsafe'] {
	return (query, parameters = [], options = {}) => {
		check();
		return client.unsafe(query, parameters, {
			...options,
			prepare: parameters.length > 0 && parameters.length <= MOST_PARAMETERS,
		});
	};
}

const replacing = <C extends object>(client: C, own: Readonly<Record<string, unknown>>): C =>
	new Proxy(client, {
		get: (target, key) => (key in own ? own[key as string] : Reflect.get(target, key)) as unknown,
	});
