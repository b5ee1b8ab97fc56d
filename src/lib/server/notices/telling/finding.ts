import type { Actor } from '../../../core/permissions/may';
import type { Clock } from '../../foundation/clock';
import type { Transaction } from '../../foundation/database/connect';
import type { DoneAct } from '../../foundation/runner/record-act';
import type { ConferenceTelling } from './telling';

/** Whom a notice is for. */
export interface Recipient {
	readonly familyId?: string | null;
	readonly adultId?: string;
	readonly guestId?: string;
	readonly personId?: string;
	readonly accountId?: string;
}

/** What recipients are found by. */
export interface Finding {
	readonly tx: Transaction;
	readonly clock: Clock;
	readonly actor: Actor;
	readonly act: DoneAct;
	/** How the act's conference tells; `null` for an act of none. */
	readonly telling: ConferenceTelling | null;
}
