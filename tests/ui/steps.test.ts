import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeFields } from '$lib/core/merge/merge-fields';
import { Steps, type Edits } from '$lib/ui/desks/steps';

interface Doc {
	readonly name: string;
	readonly size: number;
}

/** Documents that are edited, by their ids. */
class Table {
	readonly docs = new Map<string, Doc>();
	readonly steps = new Steps<Doc>(mergeFields);
	readonly now = (id: string) => this.docs.get(id);

	lay(edits: Edits<Doc> | null): void {
		for (const [id, doc] of edits ?? [])
			if (doc) this.docs.set(id, doc);
			else this.docs.delete(id);
	}

	edit(...edits: Edits<Doc>): void {
		this.lay(this.steps.take(edits, this.now));
	}

	undo(): void {
		this.lay(this.steps.undo(this.now));
	}

	redo(): void {
		this.lay(this.steps.redo(this.now));
	}

	get all() {
		return Object.fromEntries(this.docs);
	}
}

describe('steps of an editor', () => {
	it('are taken back over what somebody else did meanwhile', () => {
		const table = new Table();
		table.edit(['a', { name: 'Puffin', size: 1 }]);
		table.edit(['a', { name: 'Tern', size: 1 }]);
		table.docs.set('a', { name: 'Tern', size: 9 });
		table.undo();
		expect(table.all).toEqual({ a: { name: 'Puffin', size: 9 } });
		table.redo();
		expect(table.all).toEqual({ a: { name: 'Tern', size: 9 } });
	});

	it('that change nothing are none, and a new one ends what could be done again', () => {
		const table = new Table();
		table.edit(['a', { name: 'Puffin', size: 1 }]);
		table.edit(['a', { name: 'Puffin', size: 1 }]);
		table.undo();
		expect([table.all, table.steps.canUndo, table.steps.canRedo]).toEqual([{}, false, true]);
		table.edit(['b', { name: 'Eider', size: 2 }]);
		expect([table.steps.canUndo, table.steps.canRedo]).toEqual([true, false]);
		expect(table.steps.redo(table.now)).toBeNull();
	});

	it('all taken back leave what was there, and done again what there was', () => {
		const id = fc.constantFrom('a', 'b', 'c');
		const doc = fc.option(
			fc.record({ name: fc.constantFrom('x', 'y'), size: fc.nat(2) }, { noNullPrototype: true }),
		);
		const edits = fc.uniqueArray(fc.tuple(id, doc), { minLength: 1, selector: ([id]) => id });
		fc.assert(
			fc.property(fc.array(edits, { maxLength: 12 }), (all) => {
				const table = new Table();
				table.docs.set('a', { name: 'first', size: 0 });
				const before = table.all;
				for (const step of all) table.edit(...step);
				const after = table.all;
				while (table.steps.canUndo) table.undo();
				expect(table.all).toEqual(before);
				while (table.steps.canRedo) table.redo();
				expect(table.all).toEqual(after);
			}),
		);
	});
});
