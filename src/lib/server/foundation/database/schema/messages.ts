import type { PersonId } from '../../../../core/ids';
import { index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { id, instant } from './columns';
import { person } from './people';

/** Private links that are sent to many teachers at once, one after the other. */
export const linkSending = pgTable('link_sending', {
	id: id(),
	beganAt: instant('began_at').notNull(),
	/** Null while it goes on. */
	endedAt: instant('ended_at'),
});

/** To whom, and what became of it; null while it is still to be sent. */
export const linkSendingPerson = pgTable(
	'link_sending_person',
	{
		sendingId: uuid('sending_id')
			.notNull()
			.references(() => linkSending.id, { onDelete: 'cascade' }),
		personId: uuid('person_id')
			.$type<PersonId>()
			.notNull()
			.references(() => person.id, { onDelete: 'cascade' }),
		outcome: text('outcome', { enum: ['sent', 'failed'] }),
	},
	(table) => [
		primaryKey({ columns: [table.sendingId, table.personId] }),
		index('link_sending_person_person').on(table.personId),
	],
);
