import type { ListField, ListKind } from './list-kinds';
import type { ListTable } from './table';

/** A table whose columns have got their meanings. */
export interface NamedTable {
	readonly table: ListTable;
	readonly kind: ListKind;
	readonly columns: readonly (ListField | null)[];
}
