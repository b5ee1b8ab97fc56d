import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { personAdd, personChange, type PersonInput } from '../../operations/register';
import type { App } from '../app';
import type { Transaction } from '../foundation/database/connect';
import {
	adult,
	classTeacher,
	invitation,
	person,
	schoolClass,
	school,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { invitationLink } from '../invitations/links';
import { byName } from './name-order';
import { ForbiddenError } from '../foundation/forbidden';
import { invite } from '../invitations/visitors';
import { secret } from '../foundation/secret-in-answer';
import { performs } from '../foundation/runner/perform';
import { lockRegisterFor } from './lock-register';

export interface PersonPage extends PersonInput {
	readonly id: string;
	readonly version: number;
	readonly isTeacher: boolean;
	readonly isInterpreter: boolean;
	readonly isConfirmed: boolean;
	readonly hasLeft: boolean;
	/** The private link, for those who may hand it on. */
	readonly privateLink: string | null;
	readonly teaching: readonly { readonly class: string; readonly subject: string }[];
	/** The family of a teacher who is a parent here, too. */
	readonly isParent: boolean;
}

/** One person of the school's side, or `null`. */
export async function readPerson(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	id: string,
): Promise<PersonPage | null> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const [row] = await db
		.select({ person, invitation, adult: adult.id })
		.from(person)
		.leftJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.leftJoin(adult, eq(adult.personId, person.id))
		.where(eq(person.id, id));
	if (!row) return null;
	const teaching = await db
		.select({ class: schoolClass.label, subject: classTeacher.subject })
		.from(classTeacher)
		.innerJoin(schoolClass, eq(schoolClass.id, classTeacher.classId))
		.innerJoin(school, eq(school.schoolYear, schoolClass.schoolYear))
		.where(eq(classTeacher.personId, id))
		.orderBy(byName(schoolClass.label));
	const known = row.person;
	const seesLinks = may(actor, 'links.see');
	return secret({
		id,
		version: known.version,
		teaching,
		isTeacher: known.isTeacher,
		isInterpreter: known.isInterpreter,
		isConfirmed: known.emailConfirmedAt !== null,
		hasLeft: known.leftAt !== null,
		isParent: row.adult !== null,
		privateLink:
			seesLinks && row.invitation
				? invitationLink(config.origin, config.key, row.invitation)
				: null,
		title: known.title ?? '',
		givenName: known.givenName ?? '',
		familyName: known.familyName ?? '',
		email: known.email ?? '',
		telephone: known.telephone ?? '',
		pin: known.pin ?? '',
		subjects: known.subjects,
		room: known.room ?? '',
		building: known.building ?? '',
		link: known.link ?? '',
		languages: known.languages,
		hours: known.hours ?? '',
	});
}

/** A new teacher or interpreter, with a private link. */
export const addPerson = performs(personAdd).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { kind, ...typed } }) {
		const id = newId(clock);
		if (await isTaken(tx, typed.email, id)) return { refused: { reason: 'email-taken' } };
		const isTeacher = kind === 'teacher';
		await tx
			.insert(person)
			.values({ id, ...columnsOf(typed), isTeacher, isInterpreter: !isTeacher });
		await invite(tx, clock, { personId: id });
		return { done: { id }, act: { kind: 'register.changed', after: { person: id } } };
	},
});

/** Changes a person. A new e-mail address is one that nobody has confirmed. */
export const changePerson = performs(personChange).by({
	lock: lockRegisterFor,
	async work({ tx, input: { id, version, ...typed } }) {
		if (await isTaken(tx, typed.email, id)) return { refused: { reason: 'email-taken' } };
		const [before] = await tx.select().from(person).where(eq(person.id, id)).for('update');
		if (before?.version !== version) return { refused: { reason: 'changed-meanwhile' } };
		const values = columnsOf(typed);
		const emailConfirmedAt = before.email === values.email ? before.emailConfirmedAt : null;
		await tx
			.update(person)
			.set({ ...values, emailConfirmedAt, version: version + 1 })
			.where(eq(person.id, id));
		return { done: {}, act: { kind: 'register.changed', after: { person: id } } };
	},
});

/** What was typed as the table has it: nothing is null. */
const columnsOf = (typed: PersonInput) => ({
	title: typed.title || null,
	givenName: typed.givenName || null,
	familyName: typed.familyName,
	email: typed.email.trim() || null,
	telephone: typed.telephone || null,
	pin: typed.pin || null,
	room: typed.room || null,
	building: typed.building || null,
	link: typed.link || null,
	hours: typed.hours || null,
	subjects: [...typed.subjects],
	languages: [...typed.languages],
});

/** Whether somebody else who is at the school has the address. */
async function isTaken(tx: Transaction, email: string, id: string): Promise<boolean> {
	const address = email.trim().toLowerCase();
	if (!address) return false;
	const [taken] = await tx
		.select({ id: person.id })
		.from(person)
		.where(and(eq(sql`lower(${person.email})`, address), ne(person.id, id), isNull(person.leftAt)));
	return taken !== undefined;
}
