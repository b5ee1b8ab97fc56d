// Writes the lists of the demo school into demo/lists, always the same ones.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { makeLists, makeOneRoster } from '../../demo/make-lists';
import { makeSchool } from '../../demo/make-school';
import { writeCsv } from '../lib/files/write-csv';

const school = makeSchool();
const folder = process.argv[2] ?? 'demo/lists';
mkdirSync(join(folder, 'one-roster'), { recursive: true });
for (const table of makeLists(school))
	writeFileSync(join(folder, `${table.name}.csv`), writeCsv(table));
for (const table of makeOneRoster(school))
	writeFileSync(join(folder, 'one-roster', `${table.name}.csv`), writeCsv(table, { mark: false }));
