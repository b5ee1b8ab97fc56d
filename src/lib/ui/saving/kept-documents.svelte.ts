/* eslint-disable svelte/prefer-svelte-reactivity -- the maps are values, replaced as a whole */
import { onDestroy, onMount } from 'svelte';
import { isSame } from '$lib/core/merge/is-same';
import type { Collision, Merged } from '$lib/core/merge/merge-fields';

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

export type SavingState = 'saved' | 'saving' | 'offline' | 'refused';

/** The server answered, and does not want it: trying again would not help. */
export class RefusedError extends Error {}

export interface KeptOptions<Doc, Problem> {
	/** Under which name unsaved changes wait in this browser. */
	readonly storage: string;
	readonly documents: ReadonlyMap<string, Doc>;
	readonly merge: (base: Doc, mine: Doc, theirs: Doc) => Merged<Doc>;
	/** Asks the server; throws when it cannot be reached, a `RefusedError` when it does not want it. */
	readonly send: (changes: readonly SentChange<Doc>[]) => Promise<readonly Answer<Doc, Problem>[]>;
}

const PAUSE = 350;
const FIRST_RETRY = 2000;
const LONGEST_RETRY = 15_000;

/**
 * Documents that are saved as they are typed. Edits are seen at once, sent after a short pause, kept in
 * this browser until the server has them, and sent again when the network is back. What others change
 * comes in by `hear`; where both set the same thing, theirs stands and both values are told.
 */
export class KeptDocuments<Doc extends object, Problem> {
	/** The documents as they are to be seen. */
	docs = $state.raw<ReadonlyMap<string, Doc>>(new Map());
	state = $state<SavingState>('saved');
	collisions = $state.raw<readonly (Collision & { readonly id: string })[]>([]);
	problems = $state.raw<ReadonlyMap<string, Problem>>(new Map());

	readonly #options: KeptOptions<Doc, Problem>;
	#server: Map<string, Doc>;
	/** Changed and not yet with the server, with what they were before. */
	readonly #waiting = new Map<string, Doc | null>();
	#timer: ReturnType<typeof setTimeout> | undefined;
	#isSending = false;
	#version = 0;
	/** Heard while own changes were on their way. */
	#unheard: Heard<Doc> | null = null;
	#retry = FIRST_RETRY;

	constructor(options: KeptOptions<Doc, Problem>) {
		this.#options = options;
		this.#server = new Map(options.documents);
		this.docs = new Map(options.documents);
		onMount(() => {
			this.#takeUp();
			const again = () => void this.flush();
			addEventListener('online', again);
			return () => removeEventListener('online', again);
		});
		onDestroy(() => {
			if (typeof window !== 'undefined') void this.flush();
		});
	}

	/** Changes documents; `null` takes one away. */
	edit(changes: readonly (readonly [id: string, doc: Doc | null])[]): void {
		const docs = new Map(this.docs);
		const problems = new Map(this.problems);
		for (const [id, doc] of changes) {
			if (!this.#waiting.has(id)) this.#waiting.set(id, this.#server.get(id) ?? null);
			problems.delete(id);
			if (doc) docs.set(id, doc);
			else docs.delete(id);
		}
		this.docs = docs;
		this.problems = problems;
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
			[...this.problems.keys()].map((id) => [id, this.#server.get(id) ?? null] as const),
		);
		for (const [id, base] of [...own, ...this.#waiting]) {
			const mine = this.docs.get(id) ?? null;
			const theirs = documents.get(id) ?? null;
			put(docs, id, this.#laidOver(id, base, mine, theirs));
			if (this.#waiting.has(id) && base && theirs) this.#waiting.set(id, theirs);
		}
		this.#server = new Map(documents);
		this.docs = docs;
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
		const rest = this.collisions.filter(
			(entry) => entry.id !== id || !collisions.some(({ path }) => path === entry.path),
		);
		this.collisions = [...rest, ...collisions.map((entry) => ({ ...entry, id }))];
	}

	/** Settles a collision for one of the two values. */
	settle(collision: Collision & { readonly id: string }, mine: Doc | null | undefined): void {
		this.collisions = this.collisions.filter((entry) => entry !== collision);
		if (mine !== undefined) this.edit([[collision.id, mine]]);
	}

	/** Sends at once what waits. */
	async flush(): Promise<void> {
		clearTimeout(this.#timer);
		if (this.#isSending || this.#waiting.size === 0) return;
		this.#isSending = true;
		this.state = 'saving';
		const sent = [...this.#waiting].map(([id, base]) => ({
			id,
			base,
			mine: this.docs.get(id) ?? null,
		}));
		try {
			const answers = await this.#options.send(sent);
			this.#retry = FIRST_RETRY;
			this.#answered(sent, answers);
			this.state = 'saved';
		} catch (error) {
			this.state = error instanceof RefusedError ? 'refused' : 'offline';
			if (this.state === 'offline') this.#later(this.#retry);
			this.#retry = Math.min(2 * this.#retry, LONGEST_RETRY);
		}
		this.#isSending = false;
		const heard = this.#unheard;
		this.#unheard = null;
		if (heard) this.hear(heard);
		if (this.state === 'saved' && this.#waiting.size) this.#later(PAUSE);
	}

	#answered(sent: readonly SentChange<Doc>[], answers: readonly Answer<Doc, Problem>[]): void {
		const docs = new Map(this.docs);
		const problems = new Map(this.problems);
		for (const { id, doc, collisions, problem, version } of answers) {
			this.#version = Math.max(this.#version, version ?? 0);
			const was = sent.find((change) => change.id === id)?.mine ?? null;
			const now = this.docs.get(id) ?? null;
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
		this.docs = docs;
		this.problems = problems;
		this.#store();
	}

	#later(milliseconds: number): void {
		clearTimeout(this.#timer);
		if (this.state === 'saved') this.state = 'saving';
		this.#timer = setTimeout(() => void this.flush(), milliseconds);
	}

	/** What waits survives the page: a closed lid, a reload without network. */
	#store(): void {
		try {
			const kept = [...this.#waiting].map(([id, base]) => [id, base, this.docs.get(id) ?? null]);
			if (kept.length) localStorage.setItem(this.#options.storage, JSON.stringify(kept));
			else localStorage.removeItem(this.#options.storage);
		} catch {
			// A browser that keeps nothing still has the page itself.
		}
	}

	/** Goes on with what a former page could not send. */
	#takeUp(): void {
		let kept: [string, Doc | null, Doc | null][];
		try {
			kept = JSON.parse(localStorage.getItem(this.#options.storage) ?? '[]');
		} catch {
			return;
		}
		if (kept.length === 0) return;
		const docs = new Map(this.docs);
		for (const [id, base, mine] of kept) {
			this.#waiting.set(id, base);
			const theirs = this.#server.get(id) ?? null;
			put(docs, id, this.#laidOver(id, base, mine, theirs));
			if (base && theirs) this.#waiting.set(id, theirs);
		}
		this.docs = docs;
		this.#later(0);
	}
}

function put<Doc>(docs: Map<string, Doc>, id: string, doc: Doc | null): void {
	if (doc) docs.set(id, doc);
	else docs.delete(id);
}
