import { deleteHolds, postHolds } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';
import { giveBackHold, holdAppointments } from '$lib/server/api/visit-operations';

export const POST = serveOperation(postHolds, holdAppointments);
export const DELETE = serveOperation(deleteHolds, giveBackHold);
