import { z } from 'zod';
import { conferenceFile, FILE_FORMAT } from './schema';

/** The conference file as a JSON Schema (2020-12), made from the schema that reads it. */
export const conferenceFileSchema = (): object => ({
	title: FILE_FORMAT,
	...z.toJSONSchema(conferenceFile, { io: 'input', unrepresentable: 'any' }),
});
