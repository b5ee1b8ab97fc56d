import { asc, eq, isNull } from 'drizzle-orm';
import type { App } from '../app';
import { desk, school, schoolClass, student } from '../foundation/database/schema';
import { byName } from '../register/name-order';

/** What families can be chosen by: the classes and year groups of the running school year, and the desks. */
export async function readChoices({ db }: Pick<App, 'db'>, conferenceId: string) {
	const [classes, years, desks] = await Promise.all([
		db
			.select({ label: schoolClass.label })
			.from(schoolClass)
			.innerJoin(school, eq(school.schoolYear, schoolClass.schoolYear))
			.orderBy(byName(schoolClass.label)),
		db.selectDistinct({ year: student.yearGroup }).from(student).where(isNull(student.leftAt)),
		db
			.select({ id: desk.id, name: desk.name, subject: desk.subject })
			.from(desk)
			.where(eq(desk.conferenceId, conferenceId))
			.orderBy(asc(desk.number)),
	]);
	return {
		classes: classes.map(({ label }) => label),
		years: years
			.map(({ year }) => year)
			.filter(Boolean)
			.sort((a, b) => a.localeCompare(b, undefined, { numeric: true })),
		desks: desks.map(({ id, name, subject }) => ({
			id,
			name: [name, subject].filter(Boolean).join(', '),
		})),
	};
}
