import type {
	BookingQuestion,
	BookingQuestionKind,
	QuestionFault,
} from '$lib/core/questions/booking-question';

/** Questions as they are edited: the list, what is wrong, and whether anything is to be saved. */
export class QuestionsDraft {
	list = $state.raw<readonly BookingQuestion[]>([]);
	/** As the school has them. */
	saved = $state.raw<readonly BookingQuestion[]>([]);
	faults = $state.raw<readonly QuestionFault[]>([]);

	constructor(saved: readonly BookingQuestion[]) {
		this.startFrom(saved);
	}

	get isChanged(): boolean {
		return JSON.stringify(this.list) !== JSON.stringify(this.saved);
	}

	/** With nothing changed of what the school has. */
	startFrom(saved: readonly BookingQuestion[]): void {
		this.saved = saved;
		this.list = saved;
		this.faults = [];
	}

	/** Adds an empty question and answers its id. */
	add(): string {
		const id = crypto.randomUUID();
		const kind: BookingQuestionKind = 'short';
		const question = { id, kind, text: '', choices: [], required: false, desks: null };
		this.list = [...this.list, question];
		return id;
	}

	change(id: string, changed: Partial<BookingQuestion>): void {
		this.list = this.list.map((question) =>
			question.id === id ? { ...question, ...changed } : question,
		);
		this.faults = this.faults.filter((fault) => fault.question !== id);
	}

	remove(id: string): void {
		this.list = this.list.filter((question) => question.id !== id);
	}

	/** Moves a question by so many places. */
	move(id: string, by: number): void {
		const from = this.list.findIndex((question) => question.id === id);
		const to = from + by;
		if (from < 0 || to < 0 || to >= this.list.length) return;
		const list = [...this.list];
		const [moved] = list.splice(from, 1);
		list.splice(to, 0, moved!);
		this.list = list;
	}
}
