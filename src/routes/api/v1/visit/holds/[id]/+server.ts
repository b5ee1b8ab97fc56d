import { deleteHold } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';
import { giveBackHold } from '$lib/server/api/visit-operations';

export const DELETE = serveOperation(deleteHold, giveBackHold);
