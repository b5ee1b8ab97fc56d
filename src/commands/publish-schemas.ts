// Writes docs/conference-file.schema.json from the schema that reads and writes the file.
import { writeFileSync } from 'node:fs';
import { conferenceFileSchema } from '../lib/server/api/conference-file/json-schema';

writeFileSync(
	'docs/conference-file.schema.json',
	`${JSON.stringify(conferenceFileSchema(), null, '\t')}\n`,
);
