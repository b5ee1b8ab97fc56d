import { gt } from 'drizzle-orm';
import type { BuildingWalk } from '../../core/snapshot/snapshot';
import type { Reader } from '../foundation/database/connect';
import { building, buildingWalk } from '../foundation/database/schema';

/** Minutes on foot between all buildings, and inside each that takes any. */
export async function walksBetween(db: Reader): Promise<BuildingWalk[]> {
	const [between, inside] = await Promise.all([
		db.select().from(buildingWalk),
		db.select().from(building).where(gt(building.insideMinutes, 0)),
	]);
	return [
		...between.map(({ fromBuildingId, toBuildingId, minutes }) => ({
			from: fromBuildingId,
			to: toBuildingId,
			minutes,
		})),
		...inside.map(({ id, insideMinutes }) => ({ from: id, to: id, minutes: insideMinutes })),
	];
}
