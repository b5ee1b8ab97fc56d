import { readSlots } from '$lib/server/api/conference-operations';
import { listSlots } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';

export const GET = serveOperation(listSlots, readSlots);
