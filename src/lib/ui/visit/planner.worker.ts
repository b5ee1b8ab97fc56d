import * as Comlink from 'comlink';
import { suggestVisits } from '$lib/core/visits/suggest-visits';

const planner = { suggestVisits };

export type Planner = typeof planner;

Comlink.expose(planner);
