import { getVisit } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';
import { readVisit } from '$lib/server/api/visit-operations';

export const GET = serveOperation(getVisit, readVisit);
