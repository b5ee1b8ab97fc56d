import { findFindings } from '../../core/readiness/find-findings';
import type { Finding } from '../../core/readiness/finding';
import type { ReadinessFacts } from '../../core/readiness/readiness-facts';
import { answerAside } from '../foundation/aside/answer-aside';

answerAside((facts: ReadinessFacts): Finding[] => findFindings(facts));
