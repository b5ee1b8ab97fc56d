import type { Sql, TransactionSql } from 'postgres';

/** Statements with more parameters than these differ from call to call, and are not worth keeping. */
const MOST_PARAMETERS = 100;

type Client = Sql | TransactionSql;

/**
 * A client whose every statement with parameters is prepared, so that each connection has PostgreSQL
 * read and plan a text once, however often it runs. Drizzle asks for that only where it is given a
 * name. Transactions are begun on a client of their own.
 */
export function preparing<C extends Client>(client: C, forTransactions: Client = client): C {
	const unsafe: C['unsafe'] = (query, parameters = [], options = {}) =>
		client.unsafe(query, parameters, {
			...options,
			prepare: parameters.length > 0 && parameters.length <= MOST_PARAMETERS,
		});
	/** What runs inside has a client of its own as well. */
	const within =
		(open: (...args: unknown[]) => unknown) =>
		(...args: unknown[]) => {
			const work = args.pop() as (inner: TransactionSql) => unknown;
			return open(...args, (inner: TransactionSql) => work(preparing(inner)));
		};
	return new Proxy(client, {
		get(target, key) {
			if (key === 'unsafe') return unsafe;
			if (key !== 'begin' && key !== 'savepoint') return Reflect.get(target, key) as unknown;
			return within(Reflect.get(forTransactions, key) as (...args: unknown[]) => unknown);
		},
	});
}
