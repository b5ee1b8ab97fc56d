// Who is told what, over random histories, against a model that knows no database: a list of acts, and for each of
// them whom it concerns. Nobody whose right is withdrawn is ever told.
import fc from 'fast-check';
import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { usualNoticeRules } from '$lib/core/notices/notice-rules';
import { adultRight, conference } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { cancelAppointments } from '$lib/server/visits/change-visit';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { MINUTE, noticeSchool, secondAdult, silence } from './notice-school';

type Step =
	| { readonly do: 'book'; readonly by: 'family' | 'school'; readonly slot: number }
	| { readonly do: 'cancel'; readonly by: 'family' | 'school' }
	| { readonly do: 'undo' }
	| { readonly do: 'right' }
	| { readonly do: 'address' }
	| { readonly do: 'wait'; readonly minutes: number };

const by = fc.constantFrom<'family' | 'school'>('family', 'school');
const steps: fc.Arbitrary<Step> = fc.oneof(
	{ weight: 3, arbitrary: fc.record({ do: fc.constant('book' as const), by, slot: fc.nat(4) }) },
	{ weight: 2, arbitrary: fc.record({ do: fc.constant('cancel' as const), by }) },
	{ weight: 2, arbitrary: fc.record({ do: fc.constant('undo' as const) }) },
	{ weight: 2, arbitrary: fc.record({ do: fc.constant('right' as const) }) },
	{ weight: 1, arbitrary: fc.record({ do: fc.constant('address' as const) }) },
	{
		weight: 4,
		arbitrary: fc.record({ do: fc.constant('wait' as const), minutes: fc.constantFrom(0.5, 2) }),
	},
);

/** An act of which somebody is to be told. */
interface Telling {
	readonly kind: 'Booked' | 'Cancelled' | 'Changed';
	readonly due: number;
	readonly appointments: readonly string[];
	isSettled: boolean;
}

const FIRST = 'first@post.example';
const OTHER = 'other@post.example';

async function run(history: readonly Step[]): Promise<{ told: string[]; modelled: string[] }> {
	const { app, ids, first, school, book, deliver, email, sent } = await noticeSchool();
	await app.db.update(conference).set({ noticeRules: { ...usualNoticeRules, quiet: null } });
	const other = await secondAdult(app, first.id, OTHER);
	const tellings: Telling[] = [];
	const modelled: string[] = [];
	let standing: string[] = [];
	let last: { act: string; telling: Telling; appointments: string[] } | null = null;
	let mayHear = true;
	let hasAddress = true;
	const tell = (kind: Telling['kind'], actor: 'family' | 'school', appointments: string[]) => {
		const due = app.clock.now() + (actor === 'family' ? 75_000 : 0);
		const telling = { kind, due, appointments, isSettled: false };
		tellings.push(telling);
		return telling;
	};
	const actorOf = (who: 'family' | 'school') => (who === 'family' ? first.actor : school.organiser);
	for (const step of history)
		switch (step.do) {
			case 'book': {
				if (standing.length) break;
				const made = await book([[0, step.slot]], actorOf(step.by));
				standing = [...made.appointments];
				const telling = tell('Booked', step.by, standing);
				last = { act: made.act!, telling, appointments: standing };
				break;
			}
			case 'cancel': {
				if (!standing.length) break;
				const cancel = { ...ids, key: newId(app.clock), cancel: standing };
				const gone = await cancelAppointments(app, actorOf(step.by), cancel);
				if (!gone.ok) throw new Error('it should have been cancelled');
				tell('Cancelled', step.by, standing);
				standing = [];
				last = null;
				break;
			}
			case 'undo': {
				if (!last) break;
				const undone = await undoVisitAct(app, school.organiser, { act: last.act });
				if (!undone.ok) throw new Error('it should have been taken back');
				// What nobody was told of is not told to be over either.
				if (last.telling.isSettled) tell('Changed', 'school', last.appointments);
				else last.telling.isSettled = true;
				standing = [];
				last = null;
				break;
			}
			case 'right':
				mayHear = !mayHear;
				if (mayHear) await app.db.delete(adultRight).where(eq(adultRight.adultId, other));
				else await silence(app, other, first.student);
				break;
			case 'address':
				hasAddress = !hasAddress;
				await email(first.adult, hasAddress ? FIRST : null);
				break;
			case 'wait': {
				await deliver(step.minutes * MINUTE);
				const due = tellings.filter((one) => !one.isSettled && one.due <= app.clock.now());
				for (const telling of due) {
					telling.isSettled = true;
					// What was booked and is gone again is told by what ended it.
					const isSo =
						telling.kind !== 'Booked' || telling.appointments.some((id) => standing.includes(id));
					if (isSo && hasAddress) modelled.push(`${FIRST} ${telling.kind}`);
					if (isSo && mayHear) modelled.push(`${OTHER} ${telling.kind}`);
				}
			}
		}
	const kindOf = (subject: string) =>
		subject.startsWith('Your visit has changed') ? 'Changed' : /^\w+/.exec(subject)![0];
	return {
		told: sent.map(({ to, subject }) => `${to} ${kindOf(subject)}`).sort(),
		modelled: modelled.sort(),
	};
}

it('is what a plain model says, and never to somebody whose right is withdrawn', async () => {
	let messages = 0;
	const histories = fc.sample(fc.array(steps, { minLength: 10, maxLength: 18 }), {
		numRuns: 10,
		seed: 20261128,
	});
	for (const history of histories) {
		const { told, modelled } = await run(history);
		expect({ history, told }).toEqual({ history, told: modelled });
		messages += told.length;
	}
	// The histories are worth telling.
	expect(messages).toBeGreaterThan(15);
}, 180_000);
