import { placeKinds } from '../../../../core/ways-to-meet';
import { boolean, pgTable, primaryKey, smallint, text, uuid } from 'drizzle-orm/pg-core';
import { id, version } from './columns';

export const building = pgTable('building', {
	id: id(),
	name: text('name').notNull().unique(),
	/** Minutes on foot from one of its rooms to another. */
	insideMinutes: smallint('inside_minutes').notNull().default(0),
	version: version(),
});

/** Minutes on foot between two buildings; each pair once. */
export const buildingWalk = pgTable(
	'building_walk',
	{
		fromBuildingId: uuid('from_building_id')
			.notNull()
			.references(() => building.id, { onDelete: 'cascade' }),
		toBuildingId: uuid('to_building_id')
			.notNull()
			.references(() => building.id, { onDelete: 'cascade' }),
		minutes: smallint('minutes').notNull(),
	},
	(table) => [primaryKey({ columns: [table.fromBuildingId, table.toBuildingId] })],
);

/** A room, a video link, or a telephone number. */
export const place = pgTable('place', {
	id: id(),
	kind: text('kind', { enum: placeKinds }).notNull(),
	name: text('name').notNull(),
	buildingId: uuid('building_id').references(() => building.id),
	/** Of a standing video link. */
	link: text('link'),
	/** Video with a link of its own for each appointment. */
	fresh: boolean('fresh').notNull().default(false),
	telephone: text('telephone'),
	pin: text('pin'),
	/** How many desks a room takes at once. */
	spaces: smallint('spaces').notNull().default(1),
	/** Of a room: whether there are no steps on the way; null while nobody has said. */
	stepFree: boolean('step_free'),
	version: version(),
});
