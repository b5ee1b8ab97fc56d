import { postAppointments, putAppointments } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';
import { bookAppointments, changeAppointments } from '$lib/server/api/visit-operations';

export const POST = serveOperation(postAppointments, bookAppointments);
export const PUT = serveOperation(putAppointments, changeAppointments);
