import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { FamilyId } from '../../core/ids';
import { newcomerAnswer } from '../../operations/newcomers';
import { addJob } from '../foundation/add-job';
import type { Transaction } from '../foundation/database/connect';
import {
	adult,
	appointment,
	enquiry,
	family,
	familyAdult,
	familyStudent,
	newcomer,
	student,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs, type Asked } from '../foundation/runner/perform';
import { invite } from '../invitations/visitors';
import { lockRegister } from '../register/lock-register';
import { dropHoldsOf } from '../visits/held-claims';
import { makeFamily } from './make-family';

type Newcomer = typeof newcomer.$inferSelect;

/** What the office makes of somebody who waits, or who may be somebody it knows. */
export const answerNewcomer = performs(newcomerAnswer).by({
	lock: lockRegister,
	async work(asked) {
		const { tx, input } = asked;
		const { answer } = input;
		const [row] = await tx
			.select()
			.from(newcomer)
			.where(eq(newcomer.id, input.newcomer))
			.for('update');
		if (!row || row.state === 'unproved') return { refused: { reason: 'unknown' } };
		if (row.answeredAt !== null) return { refused: { reason: 'settled' } };
		if (answer.is === 'joins') return join(asked, row, answer.family as FamilyId);
		if (row.state === 'let-in')
			return answer.is === 'own' ? keep(asked, row) : { refused: { reason: 'unknown' } };
		return answer.is === 'own' ? letIn(asked, row) : decline(asked, row, answer.words);
	},
});

type Answering = Pick<Asked<unknown>, 'tx' | 'clock' | 'act'>;

/** What is kept of somebody of whom nothing is to be asked any more. */
const settled = ({ clock }: Answering) => ({
	email: null,
	facts: null,
	answeredAt: clock.now(),
});

async function letIn(asked: Answering, row: Newcomer) {
	const { tx, clock } = asked;
	const { familyId, adultId } = await makeFamily(tx, clock, {
		facts: row.facts!,
		email: row.email!,
	});
	await tx
		.update(newcomer)
		.set({ ...settled(asked), state: 'let-in', familyId: familyId as FamilyId })
		.where(eq(newcomer.id, row.id));
	const after = { newcomer: row.id, adults: [{ familyId, adultId }] };
	return {
		done: {},
		act: { kind: 'newcomer.let-in', conferenceId: row.conferenceId, familyId, after },
	} as const;
}

/** Their family stays one of its own: the child only has the name of another one. */
async function keep(asked: Answering, row: Newcomer) {
	await asked.tx.update(newcomer).set(settled(asked)).where(eq(newcomer.id, row.id));
	const { conferenceId, id } = row;
	return {
		done: {},
		act: { kind: 'newcomer.kept', conferenceId, after: { newcomer: id } },
	} as const;
}

async function decline(asked: Answering, row: Newcomer, words: string) {
	const { tx, act } = asked;
	await tx
		.update(newcomer)
		.set({ ...settled(asked), state: 'declined' })
		.where(eq(newcomer.id, row.id));
	const letter = { newcomer: row.id, says: 'declined', about: act, to: row.email!, words } as const;
	await addJob(tx, { task: 'write-to-newcomer', payload: { letter } });
	const { conferenceId, id } = row;
	return {
		done: {},
		act: { kind: 'newcomer.declined', conferenceId, after: { newcomer: id } },
	} as const;
}

/** They become another adult of a family on the list: its children, not the ones that they named, are theirs. */
async function join(asked: Answering, row: Newcomer, familyId: FamilyId) {
	const { tx } = asked;
	const [known] = await tx
		.select({ id: family.id })
		.from(family)
		.where(and(eq(family.id, familyId), isNull(family.leftAt)));
	if (!known || familyId === row.familyId) return { refused: { reason: 'unknown' } } as const;
	if (row.familyId && (await hasBooked(tx, row.familyId)))
		return { refused: { reason: 'booked' } } as const;
	const adults = row.familyId
		? await moveAdults(asked, row.familyId, familyId)
		: [await addAdult(asked, row, familyId)];
	await tx
		.update(newcomer)
		.set({ ...settled(asked), state: 'joined', familyId })
		.where(eq(newcomer.id, row.id));
	return {
		done: {},
		act: {
			kind: 'newcomer.joined',
			conferenceId: row.conferenceId,
			after: { newcomer: row.id, adults: adults.map((adultId) => ({ familyId, adultId })) },
		},
	} as const;
}

const hasBooked = async (tx: Transaction, familyId: FamilyId): Promise<boolean> =>
	(await tx.$count(appointment, eq(appointment.familyId, familyId))) > 0;

async function addAdult({ tx, clock }: Answering, row: Newcomer, familyId: FamilyId) {
	const { givenName, familyName, telephone } = row.facts!;
	const id = newId(clock);
	await tx.insert(adult).values({
		id,
		givenName: givenName || null,
		familyName,
		email: row.email,
		telephone: telephone || null,
	});
	await tx.insert(familyAdult).values({ familyId, adultId: id });
	await invite(tx, clock, { adultId: id });
	return id;
}

/** The family that was made for them goes, with the doubles of the children. */
async function moveAdults({ tx, clock }: Answering, from: FamilyId, to: FamilyId) {
	await dropHoldsOf(tx, [from]);
	const moved = await tx
		.update(familyAdult)
		.set({ familyId: to })
		.where(eq(familyAdult.familyId, from))
		.returning({ id: familyAdult.adultId });
	await tx.update(enquiry).set({ familyId: to }).where(eq(enquiry.familyId, from));
	const leftAt = clock.now();
	const doubles = tx
		.select({ id: familyStudent.studentId })
		.from(familyStudent)
		.where(eq(familyStudent.familyId, from));
	await tx.update(student).set({ leftAt }).where(inArray(student.id, doubles));
	await tx
		.update(family)
		.set({ leftAt, version: sql`${family.version} + 1` })
		.where(eq(family.id, from));
	return moved.map(({ id }) => id);
}
