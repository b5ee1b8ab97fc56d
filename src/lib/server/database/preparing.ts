import type { Sql, TransactionSql } from 'postgres';

/** Statements with more parameters than these differ from call to call, and are not worth keeping. */
const MOST_PARAMETERS = 100;

type Client = Sql | TransactionSql;

/**
 * A client whose every statement with parameters is prepared, so that each connection has PostgreSQL
 * read and plan a text once, however often it runs. Drizzle asks for that only where it is given a name.
 */
export function preparing<C extends Client>(client: C): C {
	const unsafe: C['unsafe'] = (query, parameters = [], options = {}) =>
		client.unsafe(query, parameters, {
			...options,
			prepare: parameters.length > 0 && parameters.length <= MOST_PARAMETERS,
		});
	/** Transactions bring clients of their own. */
	const within =
		(open: (...args: unknown[]) => unknown) =>
		(...args: unknown[]) => {
			const work = args.pop() as (inner: TransactionSql) => unknown;
			return open(...args, (inner: TransactionSql) => work(preparing(inner)));
		};
	return new Proxy(client, {
		get(target, key) {
			if (key === 'unsafe') return unsafe;
			const value: unknown = Reflect.get(target, key);
			return key === 'begin' || key === 'savepoint'
				? within(value as (...args: unknown[]) => unknown)
				: value;
		},
	});
}
