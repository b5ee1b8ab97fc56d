import { eq } from 'drizzle-orm';
import type { Phase } from '../../core/conferences/phase';
import { whatNext, type WhatNext } from '../../core/conferences/what-next';
import { datesOf } from '../../core/desks/desk-plan';
import type { Actor } from '../../core/permissions/may';
import type { LocalDate } from '../../core/time/local-of';
import type { App } from '../app';
import { desk } from '../foundation/database/schema';
import { readinessInShort } from '../readiness/read-readiness';
import { countToAnswer } from '../floor/count-to-answer';
import { isVisible, listConferences, phaseOfRow } from './read-conference';

/** A conference on the list of all of them. */
export interface ListedConference {
	readonly address: string;
	readonly name: string;
	readonly timeZone: string;
	readonly dates: readonly LocalDate[];
	readonly phase: Phase;
	readonly next: WhatNext | null;
}

/** All conferences, each with what it needs next. Throws `ForbiddenError`. */
export async function listConferencesWithNext(app: App, actor: Actor): Promise<ListedConference[]> {
	const { db, clock } = app;
	const now = clock.now();
	const listed: ListedConference[] = [];
	for (const row of await listConferences(db)) {
		const phase = phaseOfRow(row, now);
		const { grave } = phase === 'over' ? { grave: 0 } : await readinessInShort(app, actor, row);
		listed.push({
			phase,
			address: row.address,
			name: row.name,
			timeZone: row.timeZone,
			dates: datesOf(row),
			next: whatNext(
				{
					phase,
					grave,
					isPublished: isVisible(row),
					opensAt: row.opensAt,
					desks: await db.$count(desk, eq(desk.conferenceId, row.id)),
					toAnswer: await countToAnswer(db, row.id),
				},
				now,
			),
		});
	}
	return listed;
}
