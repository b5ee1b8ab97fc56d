/** What a form is answered when nothing was done. It knows no page: pages show it, the server makes it. */
export interface FormProblem {
	/** What is wrong with the whole, or the first thing that is wrong. */
	readonly problem: string;
	/** By field, what is wrong with it. */
	readonly faults: Readonly<Record<string, readonly string[]>>;
	/** What was typed, without passwords: a page without script shows it again. */
	readonly typed: Readonly<Record<string, string>>;
}
