import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';

/** A family's program: opens the visit, plans, holds, confirms; tries again where it must. */
export interface FamilyRun {
	readonly family: string;
	/** Slots that the last 201 named; `null` when the family was told that nothing fits. */
	readonly slots: readonly string[] | null;
	/** How many 409s it met. */
	readonly conflicts: number;
	readonly appointments: number;
}

export interface Timings {
	readonly what: 'open' | 'plan' | 'hold' | 'confirm';
	readonly milliseconds: number;
}

const TRIES = 60;
const LOST = 8;

interface Plan {
	readonly appointments: readonly { slot: string; wishes: string[]; mode: string }[];
}
interface VisitBody {
	readonly family: string;
	readonly wishes: readonly { id: string; optional: boolean; placed: boolean }[];
	readonly appointments: readonly { slots: string[] }[];
}

/** Which server a client talks to; another one when that one does not answer. */
export interface Servers {
	pick(attempt: number): string;
}

export async function bookAsFamily(
	servers: Servers,
	token: string,
	most: number,
	note: (timing: Timings) => void,
): Promise<FamilyRun> {
	/** Asks until somebody answers; the same key each time, so that nothing happens twice. */
	async function ask(
		what: Timings['what'],
		path: string,
		body?: unknown,
	): Promise<{ status: number; json: unknown }> {
		const key = randomUUID();
		const started = performance.now();
		for (let attempt = 0; attempt < TRIES; attempt++) {
			try {
				const response = await fetch(`${servers.pick(attempt)}/api/v1${path}`, {
					method: body === undefined ? 'GET' : 'POST',
					headers: {
						authorization: `Bearer ${token}`,
						...(body === undefined
							? {}
							: { 'content-type': 'application/json', 'idempotency-key': key }),
					},
					...(body === undefined ? {} : { body: JSON.stringify(body) }),
				});
				const json: unknown = await response.json();
				if (response.status < 500) {
					note({ what, milliseconds: performance.now() - started });
					return { status: response.status, json };
				}
			} catch {
				// The server died, or the database did: somebody will answer.
			}
			await sleep(250 + Math.random() * 500);
		}
		throw new Error(`nobody answered ${path}`);
	}

	const opened = (await ask('open', '/visit')).json as VisitBody;
	const wishes = opened.wishes
		.filter(({ optional, placed }) => !optional && !placed)
		.map(({ id }) => id)
		.slice(0, most);
	const result = (slots: FamilyRun['slots'], conflicts: number): FamilyRun => ({
		family: opened.family,
		slots,
		conflicts,
		appointments: slots?.length ?? 0,
	});
	if (wishes.length === 0) return result(null, 0);
	let { plans } = (await ask('plan', '/visit/plans', { wishes })).json as { plans: Plan[] };
	for (let conflicts = 0; conflicts < LOST; conflicts++) {
		const plan = plans[0];
		if (!plan?.appointments.length) return result(null, conflicts);
		const appointments = plan.appointments.map(({ slot, wishes, mode }) => ({
			slot,
			wishes,
			mode,
		}));
		const held = await ask('hold', '/visit/holds', { appointments });
		if (held.status === 409) {
			plans = (held.json as { plans: Plan[] }).plans;
			continue;
		}
		const booked = await ask('confirm', '/visit/appointments', { appointments });
		if (booked.status === 201)
			return result(
				(booked.json as VisitBody).appointments.flatMap(({ slots }) => slots),
				conflicts,
			);
		if (booked.status !== 409) throw new Error(`confirming was answered with ${booked.status}`);
		plans = (booked.json as { plans: Plan[] }).plans;
	}
	return result(null, LOST);
}
