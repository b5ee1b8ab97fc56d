import { eq, inArray } from 'drizzle-orm';
import { shiftHours, shiftOf, shiftPlan } from '../../core/conferences/shift-conference';
import { datesOf } from '../../core/desks/desk-plan';
import { usualRules } from '../../core/snapshot/rules';
import { localOf, type LocalDate } from '../../core/time/local-of';
import { addDays, daysBetween, instantOf } from '../../core/time/local-time';
import { conferenceCopy } from '../../operations/conferences';
import type { Reader } from '../foundation/database/connect';
import { conference, person } from '../foundation/database/schema';
import { loadPlans } from '../desks/load-plans';
import { syncDesks } from '../desks/sync-desks';
import { writePlan } from '../desks/write-plan';
import { newId } from '../foundation/identifiers';
import { fullName } from '../register/names';
import { performs } from '../foundation/runner/perform';
import { conferenceHours } from './conference-hours';
import { freeAddress } from './free-address';
import { copyQuestions } from '../questions/copy-questions';
import { basicsOf, columnsOf } from './save-basics';

/** Somebody who received at the earlier conference and has left the school since. */
export interface LeftPerson {
	readonly name: string;
	readonly desks: readonly string[];
}

/** Who of a conference's people has left, with their desks: these will stand without them. */
export async function peopleWhoLeft(db: Reader, conferenceId: string): Promise<LeftPerson[]> {
	const plans = await loadPlans(db, conferenceId);
	const ids = [...new Set(plans.flatMap(({ people }) => people.map(({ person }) => person)))];
	const rows = await db.select().from(person).where(inArray(person.id, ids));
	return rows
		.filter(({ leftAt }) => leftAt !== null)
		.map((row) => ({
			name: fullName(row),
			desks: plans
				.filter(({ people }) => people.some(({ person }) => person === row.id))
				.map(({ name }) => name),
		}));
}

/**
 * Starts the next conference from an earlier one: its words and rules, hours, desks with their people
 * and places, on new dates. It is being prepared; booking opens and closes as far from the first date
 * as it did. Who has left no longer receives; that desk stays, to be settled.
 */
export const copyConference = performs(conferenceCopy).by({
	async work({ tx, clock, input: { earlier: earlierId, name, dates } }) {
		if (!name.trim()) return { refused: { reason: 'no-name' } };
		if (dates.length === 0) return { refused: { reason: 'no-dates' } };
		const [row] = await tx.select().from(conference).where(eq(conference.id, earlierId));
		if (!row) throw new Error(`no conference ${earlierId}`);
		const earlier = conferenceHours(row);
		const before = datesOf(earlier);
		const shift = shiftOf(before, dates);
		const hours = shiftHours(earlier, shift);
		for (const { date, start, end } of hours)
			for (const minute of [start, end])
				if (!instantOf(date, minute, row.timeZone).ok)
					return { refused: { reason: 'no-such-time' } };
		const moved = (epoch: number | null): number | null =>
			epoch === null ? null : movedBy(epoch, before[0], [...dates].sort()[0], row.timeZone);
		const id = newId(clock);
		const address = await freeAddress(tx, name);
		const basics = {
			...basicsOf(row),
			name,
			address,
			hours,
			weekly: [],
			opensAt: moved(row.opensAt),
			closesAt: moved(row.closesAt),
		};
		const { pauseMinutes, switchMinutes, noticeRules } = row;
		const rules = {
			...usualRules,
			...row.rules,
			earlyOpensAt: moved(row.rules.earlyOpensAt ?? null),
			furthestDate: null,
		};
		await tx
			.insert(conference)
			.values({ id, ...columnsOf(basics), pauseMinutes, switchMinutes, rules, noticeRules });
		const here = new Set(
			(await tx.select().from(person)).filter(({ leftAt }) => leftAt === null).map(({ id }) => id),
		);
		const plans = (await loadPlans(tx, earlierId)).map((plan) => ({
			...shiftPlan(plan, shift, () => newId(clock)),
			people: plan.people.filter(({ person }) => here.has(person)),
		}));
		for (const plan of plans) await writePlan(tx, clock, id, plan);
		await copyQuestions(tx, clock, { from: earlierId, to: id });
		await syncDesks(tx, clock, plans, { ...earlier, hours, weekly: [] }, row.timeZone);
		return {
			done: { id, address },
			act: {
				kind: 'conference.copied',
				conferenceId: id,
				before: { conference: earlierId },
				after: { conference: id, dates: [...shift.values()] },
			},
		};
	},
});

/** The same time of day, as many days from the new first date as it was from the old one. */
function movedBy(
	epoch: number,
	from: LocalDate | undefined,
	to: LocalDate | undefined,
	zone: string,
): number | null {
	if (!from || !to) return null;
	const { date, minute } = localOf(epoch, zone);
	const instant = instantOf(addDays(to, daysBetween(from, date)), minute, zone);
	return instant.ok ? instant.epoch : null;
}
