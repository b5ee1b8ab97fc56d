import { deleteAppointment } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';
import { cancelAppointment } from '$lib/server/api/visit-operations';

export const DELETE = serveOperation(deleteAppointment, cancelAppointment);
