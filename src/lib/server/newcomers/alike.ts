import { and, eq, inArray, isNull, ne } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { FamilyId } from '../../core/ids';
import type { WaitingNewcomer } from '../../operations/newcomers';
import type { Reader } from '../foundation/database/connect';
import { family, familyStudent, student } from '../foundation/database/schema';
import { homeLabel } from '../register/class-labels';
import { isNamed } from '../register/is-named';
import { fullName } from '../register/names';

/**
 * Families of the register with a child of one of some names, whatever the class: a class may be mistyped, or
 * another one than last year's.
 */
export async function familiesAlike(
	db: Reader,
	names: readonly string[],
	except: string | null,
): Promise<WaitingNewcomer['alike']> {
	if (names.length === 0) return [];
	const found = await db
		.selectDistinct({ id: family.id })
		.from(student)
		.innerJoin(familyStudent, eq(familyStudent.studentId, student.id))
		.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
		.where(
			and(
				isNull(student.leftAt),
				isNamed(names),
				except === null ? undefined : ne(family.id, except as FamilyId),
			),
		)
		.orderBy(family.id);
	return described(
		db,
		found.map(({ id }) => id),
	);
}

async function described(
	db: Reader,
	families: readonly FamilyId[],
): Promise<WaitingNewcomer['alike']> {
	if (families.length === 0) return [];
	const rows = await db
		.select({ id: family.id, label: family.label, student, class: homeLabel })
		.from(family)
		.innerJoin(familyStudent, eq(familyStudent.familyId, family.id))
		.innerJoin(student, and(eq(student.id, familyStudent.studentId), isNull(student.leftAt)))
		.where(inArray(family.id, [...families]))
		.orderBy(family.id, student.id);
	return [...groupBy(rows, ({ id }) => id)].map(([id, ofIt]) => ({
		id,
		label: ofIt[0]!.label ?? '',
		children: ofIt.map((row) => ({ name: fullName(row.student), class: row.class ?? '' })),
	}));
}
