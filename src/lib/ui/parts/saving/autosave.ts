import { isSame } from '$lib/core/merge/is-same';
import type { Collision, Merged } from '$lib/core/merge/merge-fields';
import { BusyError, OfflineError, RefusedError } from './server-errors';

/** A change on its way to the server: from what was there to what is wanted; `null`: not there. */
export interface SentChange<Doc> {
	readonly id: string;
	readonly base: Doc | null;
	readonly mine: Doc | null;
}

/** What became of it there. */
export interface Answer<Doc, Problem> {
	readonly id: string;
	/** The document as the server has it now. */
	readonly doc: Doc | null;
	readonly collisions: readonly Collision[];
	/** Why it was not kept, or not all of it. */
	readonly problem: Problem | null;
	/** Which state of the whole the server then had; where others' changes are heard too. */
	readonly version?: number;
}

/** All documents as the server had them at some moment; a greater version is a later one. */
export interface Heard<Doc> {
	readonly documents: ReadonlyMap<string, Doc>;
	readonly version: number;
}

/**
 * `offline`: the server cannot be reached; `busy`: it has too much to do; `failed`: something went wrong, there or
 * here. In all three what was typed is kept here and sent again. `refused`: it would be in vain.
 */
export type SavingState = 'saved' | 'saving' | 'offline' | 'busy' | 'failed' | 'refused';

/** What is to be seen of it; every change makes a new one. */
export interface Saving<Doc, Problem> {
	/** The documents as they are to be seen. */
	readonly docs: ReadonlyMap<string, Doc>;
	readonly state: SavingState;
	readonly collisions: readonly (Collision & { readonly id: string })[];
	readonly problems: ReadonlyMap<string, Problem>;
}

/** What autosaving needs of the browser that it runs in. */
export interface Around {
	/** Where unsaved changes wait; a browser that keeps nothing answers `null`. */
	readonly read: () => string | null;
	readonly write: (text: string | null) => void;
	/** Does something after so many milliseconds; what is answered calls it off. */
	readonly later: (milliseconds: number, work: () => void) => () => void;
	/** Tells of a failure that nobody foresaw. */
	readonly report: (error: unknown) => void;
}

export interface AutosaveOptions<Doc, Problem> {
	readonly documents: ReadonlyMap<string, Doc>;
	readonly merge: (base: Doc, mine: Doc, theirs: Doc) => Merged<Doc>;
	/** Asks the server; throws when nothing is known of what became of it. */
	readonly send: (changes: readonly SentChange<Doc>[]) => Promise<readonly Answer<Doc, Problem>[]>;
	readonly around: Around;
	/** Is told of everything that is to be seen anew. */
	readonly show: (saving: Saving<Doc, Problem>) => void;
}

const PAUSE = 350;
const FIRST_RETRY = 2000;
const LONGEST_RETRY = 15_000;

/**
 * Documents that are saved as they are typed. Edits are seen at once, sent after a short pause, kept in
 * this browser until the server has them, and sent again when that failed. What others change comes in by
 * `hear`; where both set the same thing, theirs stands and both values are told.
 */
export class Autosave<Doc extends object, Problem> {
	#saving: Saving<Doc, Problem>;
	readonly #options: AutosaveOptions<Doc, Problem>;
	#server: Map<string, Doc>;
	/** Changed and not yet with the server, with what they were before. */
	readonly #waiting = new Map<string, Doc | null>();
	#callOff: () => void = () => {};
	#isSending = false;
	#version = 0;
	/** Heard while own changes were on their way. */
	#unheard: Heard<Doc> | null = null;
	#retry = FIRST_RETRY;

	constructor(options: AutosaveOptions<Doc, Problem>) {
		this.#options = options;
		this.#server = new Map(options.documents);
		this.#saving = {
			docs: new Map(options.documents),
			state: 'saved',
			collisions: [],
			problems: new Map(),
		};
	}

	get saving(): Saving<Doc, Problem> {
		return this.#saving;
	}

	#show(change: Partial<Saving<Doc, Problem>>): void {
		this.#saving = { ...this.#saving, ...change };
		this.#options.show(this.#saving);
	}

	/** Changes documents; `null` takes one away. */
	edit(changes: readonly (readonly [id: string, doc: Doc | null])[]): void {
		const docs = new Map(this.#saving.docs);
		const problems = new Map(this.#saving.problems);
		for (const [id, doc] of changes) {
			if (!this.#waiting.has(id)) this.#waiting.set(id, this.#server.get(id) ?? null);
			problems.delete(id);
			if (doc) docs.set(id, doc);
			else docs.delete(id);
		}
		this.#show({ docs, problems });
		this.#store();
		this.#later(PAUSE);
	}

	/**
	 * Takes in what the server has; own changes that wait are laid over it. What is older than what is
	 * known already (answers overtake each other) says nothing new.
	 */
	hear(heard: Heard<Doc>): void {
		if (this.#isSending) {
			if (heard.version >= (this.#unheard?.version ?? 0)) this.#unheard = heard;
			return;
		}
		const { documents, version } = heard;
		if (version < this.#version) return;
		this.#version = version;
		const docs = new Map(documents);
		// What has faults is still to be mended: it is no less somebody's work than what waits.
		const own = new Map(
			[...this.#saving.problems.keys()].map((id) => [id, this.#server.get(id) ?? null] as const),
		);
		for (const [id, base] of [...own, ...this.#waiting]) {
			const mine = this.#saving.docs.get(id) ?? null;
			const theirs = documents.get(id) ?? null;
			put(docs, id, this.#laidOver(id, base, mine, theirs));
			if (this.#waiting.has(id) && base && theirs) this.#waiting.set(id, theirs);
		}
		this.#server = new Map(documents);
		this.#show({ docs });
		this.#store();
	}

	/** Mine over theirs; where both set the same thing theirs stands, and both are told. */
	#laidOver(id: string, base: Doc | null, mine: Doc | null, theirs: Doc | null): Doc | null {
		if (!base || !mine || !theirs) return mine;
		const { value, collisions } = this.#options.merge(base, mine, theirs);
		this.#tell(id, collisions);
		return value;
	}

	#tell(id: string, collisions: readonly Collision[]): void {
		if (collisions.length === 0) return;
		const rest = this.#saving.collisions.filter(
			(entry) => entry.id !== id || !collisions.some(({ path }) => path === entry.path),
		);
		this.#show({ collisions: [...rest, ...collisions.map((entry) => ({ ...entry, id }))] });
	}

	/** Settles a collision for one of the two values. */
	settle(collision: Collision & { readonly id: string }, mine: Doc | null | undefined): void {
		this.#show({ collisions: this.#saving.collisions.filter((entry) => entry !== collision) });
		if (mine !== undefined) this.edit([[collision.id, mine]]);
	}

	/** Sends at once what waits. */
	async flush(): Promise<void> {
		this.#callOff();
		if (this.#isSending || this.#waiting.size === 0) return;
		this.#isSending = true;
		this.#show({ state: 'saving' });
		const sent = [...this.#waiting].map(([id, base]) => ({
			id,
			base,
			mine: this.#saving.docs.get(id) ?? null,
		}));
		try {
			const answers = await this.#options.send(sent);
			this.#retry = FIRST_RETRY;
			this.#answered(sent, answers);
			this.#show({ state: 'saved' });
		} catch (error) {
			this.#failed(error);
		}
		this.#isSending = false;
		const heard = this.#unheard;
		this.#unheard = null;
		if (heard) this.hear(heard);
		if (this.#saving.state === 'saved' && this.#waiting.size) this.#later(PAUSE);
	}

	/** What could not be sent is sent again, ever more rarely; what is not wanted is not. */
	#failed(error: unknown): void {
		const state = stateAfter(error);
		this.#show({ state });
		if (state === 'failed') this.#options.around.report(error);
		if (state === 'refused') return;
		this.#callOff = this.#options.around.later(this.#retry, () => void this.flush());
		this.#retry = Math.min(2 * this.#retry, LONGEST_RETRY);
	}

	#answered(sent: readonly SentChange<Doc>[], answers: readonly Answer<Doc, Problem>[]): void {
		const docs = new Map(this.#saving.docs);
		const problems = new Map(this.#saving.problems);
		for (const { id, doc, collisions, problem, version } of answers) {
			this.#version = Math.max(this.#version, version ?? 0);
			const was = sent.find((change) => change.id === id)?.mine ?? null;
			const now = this.#saving.docs.get(id) ?? null;
			const isUntouched = isSame(was, now);
			if (doc) this.#server.set(id, doc);
			else this.#server.delete(id);
			if (isUntouched) this.#waiting.delete(id);
			else this.#waiting.set(id, doc);
			if (problem !== null) {
				problems.set(id, problem);
				// What could not be taken away is there again.
				if (now === null) put(docs, id, doc);
			}
			// What has faults stays as it was typed, to be mended.
			else if (isUntouched) put(docs, id, doc);
			else put(docs, id, this.#laidOver(id, was, now, doc));
			this.#tell(id, collisions);
		}
		this.#show({ docs, problems });
		this.#store();
	}

	#later(milliseconds: number): void {
		this.#callOff();
		if (this.#saving.state === 'saved') this.#show({ state: 'saving' });
		this.#callOff = this.#options.around.later(milliseconds, () => void this.flush());
	}

	/** What waits survives the page: a closed lid, a reload without network. */
	#store(): void {
		const kept = [...this.#waiting].map(([id, base]) => [
			id,
			base,
			this.#saving.docs.get(id) ?? null,
		]);
		this.#options.around.write(kept.length ? JSON.stringify(kept) : null);
	}

	/** Goes on with what a former page could not send. */
	takeUp(): void {
		const kept = readKept<Doc>(this.#options.around.read());
		if (kept.length === 0) return;
		const docs = new Map(this.#saving.docs);
		for (const [id, base, mine] of kept) {
			this.#waiting.set(id, base);
			const theirs = this.#server.get(id) ?? null;
			put(docs, id, this.#laidOver(id, base, mine, theirs));
			if (base && theirs) this.#waiting.set(id, theirs);
		}
		this.#show({ docs });
		this.#later(0);
	}
}

type Kept<Doc> = readonly (readonly [id: string, base: Doc | null, mine: Doc | null])[];

/** What this browser kept; what it does not understand any more is left. */
function readKept<Doc>(text: string | null): Kept<Doc> {
	try {
		const kept: unknown = JSON.parse(text ?? '[]');
		return Array.isArray(kept) ? kept : [];
	} catch {
		return [];
	}
}

function stateAfter(error: unknown): SavingState {
	if (error instanceof RefusedError) return 'refused';
	if (error instanceof OfflineError) return 'offline';
	return error instanceof BusyError ? 'busy' : 'failed';
}

function put<Doc>(docs: Map<string, Doc>, id: string, doc: Doc | null): void {
	if (doc) docs.set(id, doc);
	else docs.delete(id);
}
