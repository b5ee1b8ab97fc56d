import { postPlans } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';
import { planVisits } from '$lib/server/api/visit-operations';

export const POST = serveOperation(postPlans, planVisits);
