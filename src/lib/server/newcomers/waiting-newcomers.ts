import { asc, eq } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { WaitingNewcomer } from '../../operations/newcomers';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import {
	adult,
	familyAdult,
	familyStudent,
	newcomer,
	student,
} from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { homeLabel } from '../register/class-labels';
import { fullName } from '../register/names';
import { familiesAlike } from './alike';
import { isWaiting } from './count-newcomers';

/** Those who wait for the office, the longest first. */
export async function waitingNewcomers(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<WaitingNewcomer[]> {
	if (!may(actor, 'enquiry.answer')) throw new ForbiddenError();
	const rows = await db
		.select()
		.from(newcomer)
		.where(isWaiting(conferenceId))
		.orderBy(asc(newcomer.provedAt), asc(newcomer.id));
	return Promise.all(
		rows.map(async (row) => {
			const said = row.facts
				? { ...row.facts, email: row.email ?? '', name: fullName(row.facts) }
				: await asKept(db, row.familyId!);
			const children = said.children.map((child) => ({
				name: fullName(child),
				class: child.class,
			}));
			const names = children.map(({ name }) => name);
			return {
				id: row.id,
				state: row.facts ? ('waiting' as const) : ('let-in' as const),
				name: said.name,
				email: said.email,
				telephone: said.telephone,
				children,
				family: row.familyId,
				since: row.provedAt!,
				alike: await familiesAlike(db, names, row.familyId),
			};
		}),
	);
}

/** What the register keeps of somebody who was let in. */
async function asKept(
	db: Reader,
	familyId: NonNullable<(typeof newcomer.$inferSelect)['familyId']>,
) {
	const [who] = await db
		.select({ adult })
		.from(familyAdult)
		.innerJoin(adult, eq(adult.id, familyAdult.adultId))
		.where(eq(familyAdult.familyId, familyId))
		.orderBy(asc(adult.id));
	const children = await db
		.select({ givenName: student.givenName, familyName: student.familyName, class: homeLabel })
		.from(familyStudent)
		.innerJoin(student, eq(student.id, familyStudent.studentId))
		.where(eq(familyStudent.familyId, familyId))
		.orderBy(asc(student.id));
	return {
		name: who ? fullName(who.adult) : '',
		email: who?.adult.email ?? '',
		telephone: who?.adult.telephone ?? '',
		children: children.map((child) => ({ ...child, class: child.class ?? '' })),
	};
}
