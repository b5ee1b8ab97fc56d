import { familiesAlone } from './families-alone';
import { familiesApart } from './families-apart';
import { byHarm, type Finding } from './finding';
import { visitsAlone } from './one-familys-visit';
import { peopleFindings } from './people-findings';
import type { ReadinessFacts } from './readiness-facts';
import { setUpFindings } from './set-up-findings';
import { shortages } from './shortage';
import { usableSlots } from './usable-slots';
import { walksTooLong } from './walks-too-long';

/** Everything that is missing or suspicious about a conference, what harms most first. */
export function findFindings(facts: ReadinessFacts): Finding[] {
	const usable = usableSlots(facts.snapshot, [], facts.now);
	const visitAlone = visitsAlone(facts.snapshot, usable);
	return byHarm([
		...setUpFindings(facts),
		...peopleFindings(facts),
		...shortages(facts, usable),
		...familiesAlone(facts, usable, visitAlone),
		...familiesApart(facts, visitAlone),
		...walksTooLong(facts),
	]);
}
