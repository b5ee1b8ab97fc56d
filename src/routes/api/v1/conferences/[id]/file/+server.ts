import { readConferenceFile } from '$lib/server/api/conference-operations';
import { getConferenceFile } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';

export const GET = serveOperation(getConferenceFile, readConferenceFile);
