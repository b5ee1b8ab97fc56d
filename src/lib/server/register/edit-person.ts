import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { adult, classTeacher, invitation, person, schoolClass, school } from '../database/schema';
import { newId } from '../identifiers';
import { invitationLink } from '../invitations/links';
import { byName } from '../people/name-order';
import { ForbiddenError } from '../permissions/forbidden';
import { invite } from '../invitations/visitors';
import { secret } from '../secret-in-answer';
import { beginRegisterAct } from './register-act';

/** A teacher or interpreter as it is typed. Empty texts are nothing. */
export interface PersonInput {
	readonly title: string;
	readonly givenName: string;
	readonly familyName: string;
	readonly email: string;
	readonly telephone: string;
	readonly pin: string;
	readonly subjects: readonly string[];
	readonly room: string;
	readonly building: string;
	readonly link: string;
	readonly languages: readonly string[];
	readonly hours: string;
}

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

export type PersonChange = { readonly ok: true; readonly id: string } | PersonRefusal;
type PersonRefusal = { readonly ok: false; readonly reason: 'email-taken' | 'changed-meanwhile' };

/** Changes a person; with `id` null, a new one of that kind. `version` is the one the editor saw. */
export async function changePerson(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	target: { readonly id: string; readonly version: number } | { readonly kind: PersonKind },
	input: PersonInput,
): Promise<PersonChange> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	return inTransaction(db, async (tx) => {
		const id = 'id' in target ? target.id : newId(clock);
		await beginRegisterAct(tx, clock, { actor, kind: 'register.changed', after: { person: id } });
		const email = input.email.trim() || null;
		const [taken] = email
			? await tx
					.select({ id: person.id })
					.from(person)
					.where(
						and(
							eq(sql`lower(${person.email})`, email.toLowerCase()),
							ne(person.id, id),
							isNull(person.leftAt),
						),
					)
			: [];
		if (taken) return { ok: false, reason: 'email-taken' };
		const values = {
			title: input.title || null,
			givenName: input.givenName || null,
			familyName: input.familyName,
			email,
			telephone: input.telephone || null,
			pin: input.pin || null,
			room: input.room || null,
			building: input.building || null,
			link: input.link || null,
			hours: input.hours || null,
			subjects: [...input.subjects],
			languages: [...input.languages],
		};
		if ('kind' in target) {
			const kind = {
				isTeacher: target.kind === 'teacher',
				isInterpreter: target.kind !== 'teacher',
			};
			await tx.insert(person).values({ id, ...values, ...kind });
			await invite(tx, clock, { personId: id });
			return { ok: true, id };
		}
		const [before] = await tx.select().from(person).where(eq(person.id, id)).for('update');
		if (before?.version !== target.version) return { ok: false, reason: 'changed-meanwhile' };
		const unconfirmed = before.email === email ? {} : { emailConfirmedAt: null };
		await tx
			.update(person)
			.set({ ...values, ...unconfirmed, version: before.version + 1 })
			.where(eq(person.id, id));
		return { ok: true, id };
	});
}

export type PersonKind = 'teacher' | 'interpreter';
