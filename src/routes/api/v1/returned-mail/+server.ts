import { takeReturnedMail } from '$lib/server/api/mail-operations';
import { postReturnedMail } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';

export const POST = serveOperation(postReturnedMail, takeReturnedMail);
