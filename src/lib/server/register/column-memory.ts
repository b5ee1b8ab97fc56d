import { listKinds, type ListField, type ListKind } from '../../core/register/list-kinds';
import { isOneRoster } from '../../core/register/one-roster';
import { headerSignature } from '../../core/register/propose-columns';
import type { NamedTable } from '../../core/register/named-table';
import type { Reader, Transaction } from '../foundation/database/connect';
import { columnMemory } from '../foundation/database/schema';

/** What the columns of known headings meant the last time, by the headings' signature. */
export async function rememberedColumns(
	db: Reader,
): Promise<Record<string, Pick<NamedTable, 'kind' | 'columns'>>> {
	const rows = await db.select().from(columnMemory);
	return Object.fromEntries(
		rows
			.filter(({ kind }) => kind in listKinds)
			.map(({ signature, kind, columns }) => [
				signature,
				{ kind: kind as ListKind, columns: columns as (ListField | null)[] },
			]),
	);
}

/** Keeps what the columns of these tables mean, for the next time that such headings come. */
export async function rememberColumns(
	tx: Transaction,
	tables: readonly NamedTable[],
): Promise<void> {
	if (isOneRoster(tables.map(({ table }) => table))) return;
	for (const { table, kind, columns } of tables)
		await tx
			.insert(columnMemory)
			.values({ signature: headerSignature(table.header), kind, columns: [...columns] })
			.onConflictDoUpdate({ target: columnMemory.signature, set: { kind, columns: [...columns] } });
}
