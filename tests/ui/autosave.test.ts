import { expect, it } from 'vitest';
import { mergeFields } from '$lib/core/merge/merge-fields';
import {
	Autosave,
	type Answer,
	type SavingState,
	type SentChange,
} from '$lib/ui/parts/saving/autosave';
import {
	BusyError,
	FailedError,
	OfflineError,
	RefusedError,
} from '$lib/ui/parts/saving/server-errors';

interface Doc {
	readonly name: string;
	readonly size: number;
}
type Sent = readonly SentChange<Doc>[];

/** A browser whose time stands still until it is told, and a server that answers when it is told. */
class World {
	kept: string | null = null;
	readonly reported: unknown[] = [];
	readonly pauses: number[] = [];
	readonly sent: { changes: Sent; answer: (how: unknown) => Promise<void> }[] = [];
	#due: (() => void) | null = null;

	open(documents: Record<string, Doc>) {
		const autosave = new Autosave<Doc, string>({
			documents: new Map(Object.entries(documents)),
			merge: mergeFields,
			send: (changes) =>
				new Promise((resolve, reject) => {
					const answer = async (how: unknown) => {
						if (how instanceof Error) reject(how);
						else resolve(how as Answer<Doc, string>[]);
						await settled();
					};
					this.sent.push({ changes, answer });
				}),
			around: {
				read: () => this.kept,
				write: (text) => {
					this.kept = text;
				},
				later: (milliseconds, work) => {
					this.pauses.push(milliseconds);
					this.#due = work;
					return () => {
						if (this.#due === work) this.#due = null;
					};
				},
				report: (error) => this.reported.push(error),
			},
			show: () => {},
		});
		return autosave;
	}

	/** The next thing that waits for its time. */
	pass(): void {
		const work = this.#due;
		this.#due = null;
		work?.();
	}

	get isWaiting(): boolean {
		return this.#due !== null;
	}
}

/** All promises that can be kept are. */
const settled = () => new Promise<void>((resolve) => setImmediate(resolve));
const A: Doc = { name: 'A', size: 1 };
const kept = (doc: Doc | null, more: Partial<Answer<Doc, string>> = {}) => [
	{ id: 'a', doc, collisions: [], problem: null, ...more },
];

it('what is typed is seen at once, sent after a pause, and kept here until the server has it', async () => {
	const world = new World();
	const autosave = world.open({ a: A });
	autosave.edit([['a', { ...A, name: 'B' }]]);
	autosave.edit([['a', { ...A, name: 'Bo' }]]);
	expect(autosave.saving.docs.get('a')).toEqual({ ...A, name: 'Bo' });
	expect(autosave.saving.state).toBe('saving');
	expect(world.kept).toContain('Bo');
	expect(world.sent).toEqual([]);
	world.pass();
	expect(world.sent[0]!.changes).toEqual([{ id: 'a', base: A, mine: { ...A, name: 'Bo' } }]);
	await world.sent[0]!.answer(kept({ ...A, name: 'Bo' }));
	expect([autosave.saving.state, world.kept, world.isWaiting]).toEqual(['saved', null, false]);
});

it.each<[string, unknown, SavingState, isReported: boolean, isTriedAgain: boolean]>([
	['no network', new OfflineError(), 'offline', false, true],
	['a server that has too much to do', new BusyError(), 'busy', false, true],
	['a fault over there', new FailedError('500'), 'failed', true, true],
	['a refusal', new RefusedError('403'), 'refused', false, false],
	['a bug of our own', new TypeError('undefined is no function'), 'failed', true, true],
	['an answer that is none', [{ id: 'a' }, null], 'failed', true, true],
])('%s is told as what it is, and nothing is lost', async (_, how, state, isReported, again) => {
	const world = new World();
	const autosave = world.open({ a: A });
	autosave.edit([['a', { ...A, name: 'B' }]]);
	world.pass();
	await world.sent[0]!.answer(how);
	expect(autosave.saving.state).toBe(state);
	expect(world.reported.length > 0).toBe(isReported);
	expect(world.isWaiting).toBe(again);
	expect(autosave.saving.docs.get('a')?.name).toBe('B');
	expect(world.kept).toContain('"B"');
});

it('what cannot be sent is tried ever more rarely, and at once when the network is back', async () => {
	const world = new World();
	const autosave = world.open({ a: A });
	autosave.edit([['a', { ...A, name: 'B' }]]);
	for (let time = 0; time < 6; time++) {
		world.pass();
		await world.sent[time]!.answer(new OfflineError());
	}
	expect(world.pauses).toEqual([350, 2000, 4000, 8000, 15_000, 15_000, 15_000]);
	void autosave.flush();
	await world.sent[6]!.answer(kept({ ...A, name: 'B' }));
	expect([autosave.saving.state, world.isWaiting]).toEqual(['saved', false]);
});

it('what is typed while something is being sent is laid over the answer, and sent as well', async () => {
	const world = new World();
	const autosave = world.open({ a: A });
	autosave.edit([['a', { ...A, name: 'B' }]]);
	world.pass();
	autosave.edit([['a', { name: 'B', size: 2 }]]);
	await world.sent[0]!.answer(kept({ name: 'B', size: 7 }));
	// The size was set by both: theirs stands, and both are told.
	expect(autosave.saving.docs.get('a')).toEqual({ name: 'B', size: 7 });
	expect(autosave.saving.collisions).toEqual([{ id: 'a', path: 'size', mine: 2, theirs: 7 }]);
	autosave.settle(autosave.saving.collisions[0]!, { name: 'B', size: 2 });
	world.pass();
	expect(world.sent[1]!.changes[0]).toMatchObject({ base: { size: 7 }, mine: { size: 2 } });
	expect(autosave.saving.collisions).toEqual([]);
});

it('what others did is heard, older news is not, and what is on its way is not overtaken', async () => {
	const world = new World();
	const autosave = world.open({ a: A });
	const hear = (name: string, version: number) =>
		autosave.hear({ documents: new Map([['a', { ...A, name }]]), version });
	hear('Theirs', 5);
	hear('Older', 4);
	expect(autosave.saving.docs.get('a')?.name).toBe('Theirs');
	autosave.edit([['a', { name: 'Theirs', size: 3 }]]);
	world.pass();
	hear('Newer', 6);
	expect(autosave.saving.docs.get('a')).toEqual({ name: 'Theirs', size: 3 });
	await world.sent[0]!.answer(kept({ name: 'Theirs', size: 3 }, { version: 7 }));
	// The answer is younger than what was heard meanwhile.
	expect(autosave.saving.docs.get('a')).toEqual({ name: 'Theirs', size: 3 });
});

it('what has faults stays as it was typed; what could not be taken away is there again', async () => {
	const world = new World();
	const autosave = world.open({ a: A, b: A });
	autosave.edit([
		['a', { ...A, size: -1 }],
		['b', null],
	]);
	world.pass();
	await world.sent[0]!.answer([
		...kept(A, { problem: 'too small' }),
		{ id: 'b', doc: A, collisions: [], problem: 'in use' },
	]);
	expect([...autosave.saving.docs]).toEqual([
		['a', { ...A, size: -1 }],
		['b', A],
	]);
	expect([...autosave.saving.problems]).toEqual([
		['a', 'too small'],
		['b', 'in use'],
	]);
});

it.each([
	[
		'what a former page could not send',
		'[["a",{"name":"A","size":1},{"name":"Mine","size":1}]]',
		'Mine',
	],
	['what nobody understands any more', '{"version":', 'A'],
	['what is something else', '"text"', 'A'],
])('a page that is opened again goes on with %s', async (_, text, name) => {
	const world = new World();
	world.kept = text;
	const autosave = world.open({ a: { ...A, size: 9 } });
	autosave.takeUp();
	expect(autosave.saving.docs.get('a')).toEqual({ name, size: 9 });
	expect(world.isWaiting).toBe(name === 'Mine');
});
