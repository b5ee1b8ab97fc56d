import { readInvitations } from '$lib/server/api/conference-operations';
import { postInvitations } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';

export const POST = serveOperation(postInvitations, readInvitations);
