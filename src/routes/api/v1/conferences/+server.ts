import { readConferences, takeInConference } from '$lib/server/api/conference-operations';
import { listConferences, postConferenceFile } from '$lib/server/api/operations';
import { serveOperation } from '$lib/server/api/serve-operation';

export const GET = serveOperation(listConferences, readConferences);
export const POST = serveOperation(postConferenceFile, takeInConference);
