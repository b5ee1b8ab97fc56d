import * as Comlink from 'comlink';
import type { Suggestions } from '$lib/core/planner/suggest-visits';
import type { VisitProblem } from '$lib/core/planner/visit-problem';
import type { Planner } from './planner.worker';
import PlannerWorker from './planner.worker?worker';

let planner: Comlink.Remote<Planner> | null = null;

const started = () => (planner ??= Comlink.wrap<Planner>(new PlannerWorker()));

/** Has the planner at hand before it is asked. */
export const warmPlanner = (): void => void started();

/** Plans visits beside the page, so that it stays smooth. The same code runs on the server. */
export function suggestInWorker(problem: VisitProblem): Promise<Suggestions> {
	return started().suggestVisits(problem);
}
