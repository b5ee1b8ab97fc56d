import * as Comlink from 'comlink';
import { suggestVisits } from '$lib/core/planner/suggest-visits';

const planner = { suggestVisits };

export type Planner = typeof planner;

Comlink.expose(planner);
