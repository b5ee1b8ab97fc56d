import { inArray } from 'drizzle-orm';
import type { About } from '../../core/readiness/finding';
import { groupBy } from '../../core/group-by';
import type { Reader } from '../foundation/database/connect';
import {
	adult,
	bookingQuestion,
	building,
	desk,
	family,
	person,
	place,
	schoolClass,
	student,
} from '../foundation/database/schema';
import { fullName } from '../register/names';

/** Reads what people call those that findings are about. */
export async function namesOfAbout(
	db: Reader,
	about: readonly About[],
): Promise<(entry: About) => string> {
	const ids = new Map(
		[...groupBy(about, ({ thing }) => thing)].map(([thing, list]) => [
			thing,
			[...new Set(list.map(({ id }) => id))],
		]),
	);
	const of = (thing: About['thing']): string[] => ids.get(thing) ?? [];
	const [desks, teachers, adults, students, families, classes, places, buildings, questions] =
		await Promise.all([
			db
				.select()
				.from(desk)
				.where(inArray(desk.id, of('desk'))),
			db
				.select()
				.from(person)
				.where(inArray(person.id, of('teacher'))),
			db
				.select()
				.from(adult)
				.where(inArray(adult.id, of('adult'))),
			db
				.select()
				.from(student)
				.where(inArray(student.id, of('student'))),
			db
				.select()
				.from(family)
				.where(inArray(family.id, of('family'))),
			db
				.select()
				.from(schoolClass)
				.where(inArray(schoolClass.id, of('class'))),
			db
				.select()
				.from(place)
				.where(inArray(place.id, of('place'))),
			db
				.select()
				.from(building)
				.where(inArray(building.id, of('building'))),
			db
				.select()
				.from(bookingQuestion)
				.where(inArray(bookingQuestion.id, of('question'))),
		]);
	const names = new Map<string, string>([
		...deskNames(desks),
		...[...teachers, ...adults, ...students].map((row) => [row.id, fullName(row)] as const),
		...families.map(({ id, label }) => [id, label ?? ''] as const),
		...classes.map(({ id, label }) => [id, label] as const),
		...places.map(({ id, name }) => [id, name] as const),
		...buildings.map(({ id, name }) => [id, name] as const),
		...questions.map(({ id, text }) => [id, text] as const),
	]);
	return ({ id }) => names.get(id) ?? id;
}

/** Desks by their names; where two bear the same one, with the subject. */
function deskNames(
	desks: readonly Pick<typeof desk.$inferSelect, 'id' | 'name' | 'subject'>[],
): (readonly [id: string, name: string])[] {
	const isTwice = (name: string) => desks.filter((other) => other.name === name).length > 1;
	return desks.map(({ id, name, subject }) => [
		id,
		isTwice(name) && subject ? `${name} (${subject})` : name,
	]);
}
