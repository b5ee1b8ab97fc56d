import { getDescription } from '$lib/server/api/operations';
import { openApiDocument } from '$lib/server/api/openapi';
import { serveOperation } from '$lib/server/api/serve-operation';

export const GET = serveOperation(getDescription, async ({ app }) => ({
	body: openApiDocument(app.config.origin),
}));
