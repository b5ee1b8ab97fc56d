import { readConference } from '$lib/server/api/conference-operations';
import { getConference } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';

export const GET = serveOperation(getConference, readConference);
